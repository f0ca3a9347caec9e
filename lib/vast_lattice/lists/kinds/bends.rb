# frozen_string_literal: true

module VastLattice
  module Lists
    module Kinds
      # Every bend of folded sheets, with the size of the flat sheet.
      module Bends
        COLUMNS = [
          Column.text('part', 'Part'), Column.number('parts', 'Parts', 0), Column.text('bend', 'Bend'),
          Column.number('angle', 'Angle', 3, unit: '°'), Column.text('towards', 'Towards'),
          Column.number('radius', 'Inner radius', 3, unit: 'mm'),
          Column.number('line', 'Length of the line', 3, unit: 'mm'),
          Column.number('sheet', 'Sheet', 3, unit: 'mm'),
          Column.number('flat_length', 'Flat length', 3, unit: 'mm'),
          Column.number('flat_width', 'Flat width', 3, unit: 'mm')
        ].freeze

        def self.name = 'bends'
        def self.title = 'Bend list'
        def self.columns(_family) = COLUMNS
        def self.offered?(family) = family.components.any? || family.parts.any? { |part| part.stock.kind == 'folded_sheet' }
        def self.findings(_subject) = []
        def self.rows(subject) = subject.result.whole_model.alike.flat_map { |body, count| of(body.solid, count) }

        # Rows of a Geometry::Solid of which there are so many.
        def self.of(solid, count)
          flat = solid.blank.flat or return []
          length, width = flat.size.map { |size| size.round(6) }
          flat.bends.map do |bend|
            { 'part' => solid.part.title, 'parts' => count.to_f, 'bend' => solid.feature(bend.name)&.feature&.title || bend.name,
              'angle' => bend.angle, 'towards' => bend.direction, 'radius' => bend.radius, 'line' => bend.length.round(6),
              'sheet' => solid.blank.thickness, 'flat_length' => length, 'flat_width' => width }
          end
        end
      end
    end
  end
end
