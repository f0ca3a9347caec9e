# frozen_string_literal: true

module VastLattice
  module Formula
    # Something wrong in a formula: what, where (a Span in the text), what to do, and the +data+ it is about, as of Finding.
    class Error < VastLattice::Error
      attr_reader :span, :code, :data

      def initialize(message, span:, remedy: nil, code: :formula, data: {})
        super(message, remedy: remedy)
        @span = span
        @code = code
        @data = data
      end
    end
  end
end
