# frozen_string_literal: true

module VastLattice
  module Drawing
    # Finds what has a box near a place of a plane, without looking at all of it.
    class Grid
      # Cells to a side: so many for each of the things that stand beside each other, but not too few.
      FINE = 2
      LEAST = 10
      MOST = 400
      NONE = [].freeze
      private_constant :NONE, :FINE

      # +items+ have a box.
      def initialize(items)
        @count = (Math.sqrt(items.size) * FINE).ceil.clamp(LEAST, MOST)
        boxes = items.map(&:box)
        @left, right = spread(boxes.map(&:left), boxes.map(&:right))
        @bottom, top = spread(boxes.map(&:bottom), boxes.map(&:top))
        @wide = [(right - @left) / @count, 1e-9].max
        @high = [(top - @bottom) / @count, 1e-9].max
        @items = items
        # By the number of an item the last question that it was an answer to.
        @asked = Array.new(items.size, 0)
        @question = 0
        @cells = Array.new(@count * @count)
        boxes.each_with_index { |box, number| cells(box) { |cell| (@cells[cell] ||= []) << number } }
      end

      # Whether the block holds for anything that may be at x, y.
      def any?(x, y)
        (@cells[(column(x) * @count) + row(y)] || NONE).any? { |number| yield @items[number] }
      end

      # What may meet a box, each once.
      def near(box)
        question = @question += 1
        found = []
        cells(box) do |cell|
          @cells[cell]&.each do |number|
            next if @asked[number] == question

            @asked[number] = question
            found << @items[number]
          end
        end
        found
      end

      private

      # From where to where boxes reach.
      def spread(lows, highs) = lows.empty? ? [0.0, 1.0] : [lows.min, highs.max]

      def column(x) = ((x - @left) / @wide).floor.clamp(0, @count - 1)
      def row(y) = ((y - @bottom) / @high).floor.clamp(0, @count - 1)

      # Numbers of the cells that a box comes to: by hand, since nothing is asked as often.
      def cells(box)
        low = row(box.bottom - 1e-6)
        high = row(box.top + 1e-6)
        over = column(box.left - 1e-6)
        last = column(box.right + 1e-6)
        while over <= last
          up = low
          while up <= high
            yield (over * @count) + up
            up += 1
          end
          over += 1
        end
      end
    end
  end
end
