# frozen_string_literal: true

module VastLattice
  module Lists
    module Kinds
      # What is cut from bars, longest first. From which bars is said by the cut list as a result of its own (Results::CutList).
      module Cuts
        COLUMNS = [
          Column.text('section', 'Section'), Column.text('material', 'Material'),
          Column.number('length', 'Length', 3, unit: 'mm'), Column.number('left', 'Left end', 3, unit: '°'),
          Column.number('right', 'Right end', 3, unit: '°'), Column.number('count', 'Quantity', 0, summed: true),
          Column.number('metres', 'In all', 3, unit: 'm', summed: true), Column.text('parts', 'Parts')
        ].freeze

        def self.name = 'cuts'
        def self.title = 'Cut list'
        def self.columns(_family) = COLUMNS
        def self.offered?(family) = family.components.any? || family.parts.any? { |part| Quantities::CutList.kind?(part) }
        def self.findings(_subject) = []

        def self.rows(subject)
          list = Quantities::CutList.new(subject.result.whole_model.bodies, stock: subject.workshop.bars, saw: subject.workshop.saw)
          list.groups.flat_map { |group| group.lines.map { |line| row(group, line) } }
        end

        def self.row(group, line)
          { 'section' => group.section, 'material' => group.material, 'length' => line.long, 'left' => line.left, 'right' => line.right,
            'count' => line.quantity.to_f,
            'metres' => (line.quantity * line.long / 1000).round(6), 'parts' => Exchange::CutSheets.parts(line) }
        end
        private_class_method :row
      end
    end
  end
end
