# frozen_string_literal: true

module VastLattice
  module Lists
    module Kinds
      # The parts list: by level.
      module Parts
        COLUMNS = [
          Column.text('position', 'Position'), Column.text('part_number', 'Part number'),
          Column.text('description', 'Description'), Column.number('quantity', 'Quantity', 0),
          Column.number('total', 'In all', 0), Column.text('material', 'Material'),
          Column.number('mass', 'Mass each', 3, unit: 'kg'), Column.number('mass_total', 'Mass in all', 3, unit: 'kg'),
          Column.number('price', 'Price each', 2, fixed: true), Column.number('price_total', 'Price in all', 2, fixed: true),
          Column.text('currency', 'Currency', usual: false), Column.text('family', 'Family', usual: false),
          Column.number('level', 'Level', 0, usual: false), Column.text('called', 'Called', usual: false),
          Column.text('decided', 'Decided by', usual: false)
        ].freeze

        def self.name = 'parts'
        def self.title = 'Parts list'
        def self.columns(_family) = COLUMNS
        def self.offered?(family) = family.components.any? || family.parts.size > 1
        def self.findings(_subject) = []
        def self.rows(subject) = Quantities::PartsList.new(subject.result.outcome).indented.map { |position| row(position) }

        # A Quantities::Position as a row.
        def self.row(position)
          currency = position.price&.plain&.keys&.first
          { 'position' => position.number, 'part_number' => position.part_number.to_s,
            'description' => position.description || position.title,
            'quantity' => position.quantity.to_f, 'total' => position.total.to_f, 'material' => position.material.to_s,
            'mass' => mass(position.mass), 'mass_total' => mass(position.total_mass), 'price' => price(position.price, currency),
            'price_total' => price(position.total_price, currency), 'currency' => currency.to_s, 'family' => position.family.to_s,
            'level' => position.level.to_f, 'called' => position.called_in_short, 'decided' => position.reasons.join(' ') }
        end

        def self.mass(mass) = mass && Undefined.text(mass) { mass.round(6) }
        def self.price(price, currency) = price&.plain&.fetch(currency, nil)
        private_class_method :mass, :price
      end
    end
  end
end
