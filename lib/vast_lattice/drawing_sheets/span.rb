# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # A dimension: where it begins and ends along its direction, its text, and the two places across it from which it rises. A text that
    # has no room between its ends stands past an end of the view, which is +most+ long: past the nearer one, or past the +side+ that is
    # said (:after, :before). There no extension line comes by.
    # +away+ is how far it was dragged from the view, mm; nil where it takes the next level that is free; +of+ as of Drawing::Spans;
    # those that are +linked+ in a chain may touch; +stops+ are places at which extension lines of others come by, which no text must
    # stand at.
    class Span
      # Below this length the arrows stand outside and point inwards, mm.
      TIGHT = 9.0
      # Steps in which a place for a text is looked for along its line, and what it keeps clear of, mm.
      STEP = 1.5
      STEPS = 60
      CLEAR = 0.8

      attr_reader :from, :till, :text, :feet, :owner, :away, :of, :linked
      attr_writer :stops

      # All in mm of the paper, from the lower left corner of the view.
      def initialize(from, till, text, feet, owner:, most:, side: nil, away: nil, measured: nil, linked: false)
        @from = from
        @till = till
        @text = text
        @feet = feet
        @owner = owner
        @most = most
        @side = side
        @away = away
        @of = measured
        @linked = linked
        @stops = []
      end

      def width = @width ||= Drawing::Marks::Text.new(at: [0, 0], words: text, height: Dimensioned::TEXT).width
      def low = [from, till].min
      def high = [from, till].max
      def tight? = high - low < TIGHT

      # The line, and where the text begins.
      def line
        @line ||= begin
          inside = width + 1 <= high - low && !tight? ? free : nil
          next_to = before? ? [first, high + out, first] : [low - out, last + width, last]
          inside ? [low, high, inside] : next_to
        end
      end

      # All that it takes along its direction.
      def reach = line.first(2)

      private

      # Where the text has room between the ends, as near to the middle as can be; nil where it has none.
      def free
        middle = ((low + high) / 2) - (width / 2)
        most = [((high - low - width - 1) / 2 / STEP).floor, STEPS].min
        steps = (0..most).flat_map { |step| [middle + (step * STEP), middle - (step * STEP)] }
        steps.find { |at| @stops.none? { |stop| stop > at - CLEAR && stop < at + width + CLEAR } }
      end

      # Where the text begins before the view and past it, and how far arrows from outside reach past the ends.
      def first = [low - out, -1.0].min - 1.0 - width
      def last = [high + out, @most].max + 1.0
      def out = tight? ? 2 * Dimensioned::ARROW : 0.0
      def before? = @side ? @side == :before : low - first - width < last - high
    end
  end
end
