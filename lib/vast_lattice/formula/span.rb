# frozen_string_literal: true

module VastLattice
  module Formula
    # A place in a formula's text, in characters: +start+ from 0, and +length+.
    class Span < Value.with(:start, :length)
      # The span from the beginning of this one to the end of +other+.
      def to(other) = Span.new(start: start, length: other.start + other.length - start)

      def shift(by) = with(start: start + by)
    end
  end
end
