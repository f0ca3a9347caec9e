# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # A list on a sheet: letters, what they stand for, and what is said of it, in lines that are as wide as there is room.
    class Listed
      LINE = 4.5
      TEXT = 2.5
      LETTER = 9.0
      SHORTEST = 40.0

      # +rows+ are [letter, title, text]; +width+ is what there is, mm.
      def initialize(rows, width)
        @rows = rows
        @width = width
      end

      # Whether there is room for words at all.
      def fits? = @rows.empty? || @width >= SHORTEST + LETTER

      def height = lines.size * LINE

      # The same in several, each no higher than so many mm.
      def split(most)
        lists = [[]]
        @rows.each do |row|
          lists << [] if Listed.new([*lists.last, row], @width).height > most && lists.last.any?
          lists.last << row
        end
        lists.map { |rows| Listed.new(rows, @width) }
      end

      # Marks with the upper left corner at x, y.
      def marks(x, y)
        lines.each_with_index.flat_map do |(letter, words), index|
          at = y - ((index + 1) * LINE) + 1
          [*(text(letter, x + 2, at) unless letter.empty?), text(words, x + LETTER, at)]
        end
      end

      private

      def text(words, x, y) = Drawing::Marks::Text.new(at: [x, y], words: words, height: TEXT, role: :frame)

      # [letter or "", words]
      def lines
        @lines ||= @rows.flat_map do |letter, title, text|
          broken([title,
                  text].reject(&:empty?).join(': ')).each_with_index.map do |words, index|
            [index.zero? ? letter : '', words]
          end
        end
      end

      # Words in lines that the list is wide enough for.
      def broken(text)
        most = [((@width - LETTER - 2) / (TEXT * Drawing::Marks::Text::LETTER)).floor, 8].max
        text.split.each_with_object([+'']) do |word, lines|
          lines << +'' if lines.last.size + word.size + 1 > most && !lines.last.empty?
          lines.last << ' ' unless lines.last.empty?
          lines.last << word
        end
      end
    end
  end
end
