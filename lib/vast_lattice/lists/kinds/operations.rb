# frozen_string_literal: true

module VastLattice
  module Lists
    module Kinds
      # All that is done to the parts, with times and costs by the rates of the workshop.
      module Operations
        COLUMNS = [
          Column.text('part', 'Part'), Column.number('parts', 'Parts', 0), Column.text('operation', 'Operation'),
          Column.text('feature', 'Feature'), Column.number('count', 'Times', 0), Column.number('size', 'Tool', 3, unit: 'mm'),
          Column.text('side', 'Side'), Column.number('depth', 'Depth', 3, unit: 'mm'), Column.text('through', 'Through', usual: false),
          Column.text('places', 'Places x, y', unit: 'mm', usual: false),
          Column.number('length', 'Length each', 1, unit: 'mm', usual: false), Column.text('about', 'Note'),
          Column.number('minutes', 'Time', 2, fixed: true, unit: 'min', summed: true),
          Column.number('cost', 'Cost', 2, fixed: true, summed: true),
          Column.text('currency', 'Currency', usual: false)
        ].freeze

        def self.name = 'operations'
        def self.title = 'Operations'
        def self.columns(_family) = COLUMNS
        def self.offered?(family) = family.parts.any? || family.components.any?
        def self.rows(subject) = made(subject).all.map { |one| row(one, subject.workshop) }
        def self.findings(subject) = made(subject).findings

        def self.made(subject) = Quantities::Operations.new(subject.result, subject.workshop)

        def self.row(one, workshop)
          { 'part' => one.part&.title.to_s, 'parts' => one.parts.to_f, 'operation' => one.title, 'feature' => one.feature&.title.to_s,
            'size' => one.size, 'side' => one.side, 'depth' => one.deep, 'through' => one.through ? 'yes' : '', 'count' => one.count.to_f,
            'places' => places(one), 'length' => one.travel.positive? ? one.travel : nil, 'about' => one.about,
            'minutes' => (one.minutes(workshop) * one.parts).round(6), 'cost' => one.cents(workshop) * one.parts / 100.0,
            'currency' => workshop.currency }
        end

        def self.places(one) = one.positions.map { |x, y| "#{Units::Format.number(x)}, #{Units::Format.number(y)}" }.join('; ')
        private_class_method :made, :row, :places
      end
    end
  end
end
