# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # The parts list on a sheet, as wide as the title block (ISO 7573, from memory: position, quantity, number, description, material,
    # mass); it grows upwards above the title block, with its heads at the bottom, or downwards on a page of its own.
    class PartsTable
      ROW = 6.0
      TEXT = 2.5
      LEAST = 1.6
      # [heading, width, what of a Quantities::Position]
      COLUMNS = [['Pos.', 12, :number.to_proc], ['Qty', 12, ->(one) { one.quantity.to_s }],
                 ['Number', 44, ->(one) { one.part_number.to_s }],
                 ['Description', 58, ->(one) { one.description.to_s.empty? ? one.title : one.description }],
                 ['Material', 32, ->(one) { one.material.to_s }],
                 ['Mass, kg', 22, ->(one) { Undefined.text(one.total_mass) { |mass| Units::Format.number(mass.round(3)).to_s } }]].freeze
      WIDTH = COLUMNS.sum { |_, width, _| width }.to_f

      def initialize(positions)
        @positions = positions
      end

      def height = (@positions.size + 1) * ROW

      # The same in several, each no higher than so many mm.
      def split(most) = @positions.each_slice([(most / ROW).floor - 1, 1].max).map { |some| PartsTable.new(some) }

      # Marks with the lower right corner at x, y: the first position lowest.
      def upwards(x, y) = drawn([nil, *@positions], x - WIDTH, y)

      # With the upper left corner at x, y: the first position highest.
      def downwards(x, y) = drawn([nil, *@positions].reverse, x, y - height)

      private

      # Rows from the lowest; nil are the heads.
      def drawn(rows, left, bottom)
        top = bottom + (rows.size * ROW)
        cells = rows.each_with_index.flat_map { |position, index| row(position, left, bottom + (index * ROW)) }
        edges = COLUMNS.reduce([left]) { |all, (_, width, _)| [*all, all.last + width] }
        [*cells, *edges.map { |at| line([at, bottom], [at, top]) }, line([left, top], [left + WIDTH, top])]
      end

      def row(position, left, bottom)
        at = left
        texts = COLUMNS.filter_map do |heading, width, value|
          from = at
          at += width
          fitting((position ? value.call(position) : heading).to_s, from, bottom, width)
        end
        [*texts, line([left, bottom], [left + WIDTH, bottom])]
      end

      # Written smaller where it would not fit, and cut off where it would be too small to be read.
      def fitting(words, left, bottom, width)
        return if words.empty?

        height = (TEXT * (width - 2) / text(words, 0, 0, TEXT).width).clamp(LEAST, TEXT)
        most = ((width - 2) / (height * Drawing::Marks::Text::LETTER)).floor
        text(words.size > most ? "#{words[0, most - 1]}…" : words, left + 1, bottom + 1.6, height)
      end

      def text(words, x, y, height) = Drawing::Marks::Text.new(at: [x, y], words: words, height: height, role: :frame)
      def line(from, till) = Drawing::Marks::Line.new(from: from, till: till, role: :dimension)
    end
  end
end
