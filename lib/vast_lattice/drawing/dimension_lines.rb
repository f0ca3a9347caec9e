# frozen_string_literal: true

module VastLattice
  module Drawing
    # Dimension lines by the conventions of ISO 129-1: thin continuous lines, extension lines that pass
    # the dimension line, slender filled arrowheads, the text above the line, read from below or right.
    class DimensionLines
      ARROW = 7.0
      PAST = 3.0
      GAP = 2.0
      # Below this length the arrows point inwards from outside.
      TIGHT = 22.0

      # Width of a letter, px: the font has one for all.
      LETTER = 6.9

      # Room that a text takes along its line, px.
      def self.length(text) = (text.size * LETTER) + 4

      # Where the middle of the text of a dimension from +low+ to +high+ (px) comes, and the stretch that all of it takes: in
      # the middle where it fits; else beyond its end, or before its beginning where +most+ leaves no room there.
      def self.reach(low, high, text, most)
        half = length(text) / 2
        tight = high - low < TIGHT
        return [(low + high) / 2, low, high] if 2 * half <= high - low && !tight

        out = tight ? 2 * ARROW : 2
        beyond = high + out + half
        before = low - out - half
        middle = beyond + half > most && before >= half ? before : [beyond, most - half].min
        [middle, [low - out, middle - half].min, [high + out, middle + half].max]
      end

      # +width+ and +height+ of the picture, which texts stay within.
      def initialize(canvas, width, height)
        @canvas = canvas
        @width = width
        @height = height
      end

      # From x to x at height +at+; extension lines rise from the heights +feet+ (pixels).
      def horizontal(from, till, at, feet, text)
        [from, till].zip(feet).each { |x, foot| extension(x, foot, x, at) }
        span(from, till) { |a, b| @canvas.line(:dimension, [a, at], [b, at]) }
        arrows(from, till).each { |x, way| arrow(x, at, way, 0) }
        @canvas.words(:dimension_text, [DimensionLines.reach(*[from, till].minmax, text, @width).first, at - 3], text)
      end

      # From y to y at the position +at+; extension lines start at the positions +feet+.
      def vertical(from, till, at, feet, text)
        [from, till].zip(feet).each { |y, foot| extension(foot, y, at, y) }
        span(from, till) { |a, b| @canvas.line(:dimension, [at, a], [at, b]) }
        arrows(from, till).each { |y, way| arrow(at, y, 0, way) }
        middle, = DimensionLines.reach(*[from, till].minmax, text, @height)
        @canvas.words(:dimension_text, [at - 3, middle], text, turned: true)
      end

      private

      def extension(from_x, from_y, to_x, to_y)
        way_x = to_x <=> from_x
        way_y = to_y <=> from_y
        @canvas.line(:dimension, [from_x + (GAP * way_x), from_y + (GAP * way_y)], [to_x + (PAST * way_x), to_y + (PAST * way_y)])
      end

      # The line itself; longer than the dimension where the arrows stand outside.
      def span(from, till)
        low, high = [from, till].minmax
        tight?(from, till) ? yield(low - (2 * ARROW), high + (2 * ARROW)) : yield(low, high)
      end

      def tight?(from, till) = (from - till).abs < TIGHT

      # Where the arrows are, and the way they point.
      def arrows(from, till)
        low, high = [from, till].minmax
        tight?(from, till) ? [[low, 1], [high, -1]] : [[low, -1], [high, 1]]
      end

      def arrow(tip_x, tip_y, way_x, way_y)
        back_x = tip_x - (ARROW * way_x)
        back_y = tip_y - (ARROW * way_y)
        half = ARROW * 0.13
        corners = [[back_x + (half * way_y), back_y + (half * way_x)], [back_x - (half * way_y), back_y - (half * way_x)]]
        @canvas.trace(:arrow, [[tip_x, tip_y], *corners], closed: true)
      end
    end
  end
end
