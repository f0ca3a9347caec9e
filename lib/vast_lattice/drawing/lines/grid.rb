# frozen_string_literal: true

module VastLattice
  module Drawing
    # Finds what has a box near a place of a plane, without looking at all of it.
    class Grid
      # Cells to a side: as many as leave about one thing in each, but not too few.
      LEAST = 40
      MOST = 400
      NONE = [].freeze
      private_constant :NONE

      # +items+ have a box.
      def initialize(items)
        @count = Math.sqrt(items.size).ceil.clamp(LEAST, MOST)
        @left, right = spread(items, :left, :right)
        @bottom, top = spread(items, :bottom, :top)
        @wide = [(right - @left) / @count, 1e-9].max
        @high = [(top - @bottom) / @count, 1e-9].max
        @items = items
        # By the number of an item the last question that it was an answer to.
        @asked = Array.new(items.size, 0)
        @question = 0
        @cells = Hash.new { |cells, key| cells[key] = [] }
        items.each_with_index { |item, number| keys(item.box) { |key| @cells[key] << number } }
        @cells.default_proc = nil
      end

      # Whether the block holds for anything that may be at x, y.
      def any?(x, y) = @cells.fetch((column(x) * @count) + row(y), NONE).any? { |number| yield @items[number] }

      # What may meet a box, each once.
      def near(box)
        @question += 1
        found = []
        keys(box) { |key| @cells[key]&.each { |number| take(number, found) } }
        found
      end

      private

      def take(number, found)
        return if @asked[number] == @question

        @asked[number] = @question
        found << @items[number]
      end

      # From where to where boxes reach.
      def spread(items, low, high)
        boxes = items.map(&:box)
        boxes.empty? ? [0.0, 1.0] : [boxes.map(&low).min, boxes.map(&high).max]
      end

      def column(x) = ((x - @left) / @wide).floor.clamp(0, @count - 1)
      def row(y) = ((y - @bottom) / @high).floor.clamp(0, @count - 1)

      def keys(box)
        rows = row(box.bottom - 1e-6)..row(box.top + 1e-6)
        (column(box.left - 1e-6)..column(box.right + 1e-6)).each { |over| rows.each { |up| yield (over * @count) + up } }
      end
    end
  end
end
