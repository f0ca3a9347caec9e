# frozen_string_literal: true

module VastLattice
  module Exchange
    # A cut list as sheets: pieces, the bars that they are cut from, and what is bought.
    module CutSheets
      PIECES = ['Section', 'Material', 'Length (mm)', 'Left end (°)', 'Right end (°)', 'Quantity', 'Parts'].freeze
      BARS = ['Section', 'Material', 'Bar (mm)', 'Times', 'Pieces (mm)', 'Left over (mm)'].freeze
      BOUGHT = ['Section', 'Material', 'Bars', 'Bought (mm)', 'In pieces (mm)', 'Waste (%)', 'Least that can be bought (mm)',
                'Longer than any bar'].freeze

      module_function

      # Sheets of a Quantities::CutList.
      def of(list)
        [sheet('pieces', PIECES, list) { |group| pieces(group) }, sheet('bars', BARS, list) { |group| bars(group) },
         sheet('bought', BOUGHT, list) { |group| [bought(group)] }]
      end

      def sheet(name, heading, list)
        rows = list.groups.flat_map { |group| yield(group).map { |row| [group.section, group.material, *row] } }
        Sheet.new(name, [heading, *rows])
      end

      def pieces(group) = group.lines.map { |line| [line.long, line.left, line.right, line.quantity.to_f, parts(line)] }
      def parts(line) = line.titles.map { |title, times| times == 1 ? title : "#{times} × #{title}" }.join(', ')

      # Bars that are cut alike once.
      def bars(group)
        group.nesting.bars.tally.map do |bar, times|
          cut = bar.pieces.tally.map { |length, count| count == 1 ? number(length) : "#{count} × #{number(length)}" }.join(' + ')
          [bar.stock, times.to_f, cut, bar.offcut.round(3)]
        end
      end

      def bought(group)
        nesting = group.nesting
        used = nesting.bars.sum { |bar| bar.pieces.sum }
        waste = nesting.bars.empty? ? 0.0 : (100 * (1 - (used / nesting.bought))).round(1)
        too_long = nesting.too_long.map { |length| number(length) }.join(', ')
        [nesting.bars.size.to_f, nesting.bought, used.round(3), waste, nesting.bound.round(3), too_long]
      end

      def number(length) = Units::Format.number(length.round(3)).to_s
    end
  end
end
