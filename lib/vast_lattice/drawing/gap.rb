# frozen_string_literal: true

module VastLattice
  module Drawing
    # The middle of a long slender part that a view leaves out (ISO 128-3, interrupted views), so that its ends can be read:
    # from +from+ to +till+ mm along an +axis+ of the view (:x or :y). It takes PIXELS, between two break lines.
    class Gap < Value.with(:axis, :from, :till)
      PIXELS = 16.0
      # A part so many times as long as it is high is slender; so long it is drawn then.
      SLENDER = 6.0
      DRAWN = 4.0
      # Break lines reach past the part, and zigzag by so many px.
      OVER = 7.0
      ZIGZAG = 5.0

      # The Gap of what fills a Box, or nil where that is not slender.
      def self.of(box)
        axis, low, long, short = box.width > box.height ? [:x, box.left, box.width, box.height] : [:y, box.bottom, box.height, box.width]
        return if long < SLENDER * short

        ends = DRAWN * short / 2
        new(axis: axis, from: low + ends, till: low + long - ends)
      end

      # What is left out, mm.
      def length = till - from

      # Whether a stretch of the axis lies in what is left out, or reaches into it.
      def swallows?(low, high) = low > from && high < till
      def touches?(low, high) = high > from && low < till

      # Where a place along the axis comes to lie, px from where 0 mm is.
      def shifted(millimetres, scale)
        return millimetres * scale if millimetres <= from
        return (from * scale) + (PIXELS * (millimetres - from) / length) if millimetres < till

        ((millimetres - length) * scale) + PIXELS
      end

      # Covers what a Paper squeezes into the gap of a picture of a Box, and draws the break lines.
      def draw(canvas, paper, box)
        near, far = x? ? [paper.x(from), paper.x(till)] : [paper.y(from), paper.y(till)]
        ends = x? ? [paper.y(box.top) - OVER, paper.y(box.bottom) + OVER] : [paper.x(box.left) - OVER, paper.x(box.right) + OVER]
        canvas.group(class: 'break') do
          cover = pixels([near, ends.first], [far, ends.first], [far, ends.last], [near, ends.last])
          canvas.trace(:break_cover, cover, closed: true)
          [near, far].each { |at| canvas.trace(:break_line, zigzag(at, *ends)) }
        end
      end

      private

      def x? = axis == :x

      # Points [along, across] as [x, y].
      def pixels(*points) = x? ? points : points.map(&:reverse)

      # A thin line with a zigzag in its middle.
      def zigzag(at, from, till)
        middle = (from + till) / 2
        half = ZIGZAG / 2
        pixels([at, from], [at, middle - ZIGZAG], [at - ZIGZAG, middle - half], [at + ZIGZAG, middle + half], [at, middle + ZIGZAG],
               [at, till])
      end
    end
  end
end
