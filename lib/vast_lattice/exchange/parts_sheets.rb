# frozen_string_literal: true

module VastLattice
  module Exchange
    # A parts list as sheets: indented, and totals over all levels.
    module PartsSheets
      HEADINGS = ['Position', 'Part number', 'Description', 'Quantity', 'In all', 'Unit', 'Material', 'Mass each (kg)', 'Mass in all (kg)',
                  'Price each', 'Price in all', 'Currency', 'Called',
                  'Decided by'].freeze

      module_function

      # Sheets of a Quantities::PartsList: the indented list first.
      def of(list) = [sheet('parts list', list.indented), sheet('totals', list.flat)]

      # The rows of some positions, with a heading.
      def rows(positions) = [HEADINGS, *positions.map { |position| row(position) }]

      # Plain form of the whole list.
      def tree(list)
        mass, price = [list.mass, list.price].map { |amount| Quantities::Position.plain(amount) }
        { 'family' => list.whole.title, 'part_number' => list.whole.part_number, 'mass' => mass, 'price' => price,
          'indented' => list.indented.map(&:to_tree), 'totals' => list.flat.map(&:to_tree) }
      end

      def sheet(name, positions) = Sheet.new(name, rows(positions))

      def row(position)
        currency = position.price&.plain&.keys&.first
        masses = [position.mass, position.total_mass].map { |mass| number(mass, 4) }
        prices = [position.price, position.total_price].map { |price| price&.plain&.fetch(currency, nil) }
        [position.number, position.part_number.to_s, position.description || position.title, position.quantity.to_f, position.total.to_f,
         'pcs', position.material.to_s, *masses, *prices, currency.to_s, position.called_in_short, position.reasons.join(' ')]
      end

      # What has no result says so.
      def number(value, decimals)
        return if value.nil?

        Undefined.text(value) { value.round(decimals).to_f }
      end
    end
  end
end
