# frozen_string_literal: true

module VastLattice
  module Formula
    # Something wrong in a formula: what, where (a Span in the text), and what to do.
    class Error < VastLattice::Error
      attr_reader :span, :code

      def initialize(message, span:, remedy: nil, code: :formula)
        super(message, remedy: remedy)
        @span = span
        @code = code
      end
    end
  end
end
