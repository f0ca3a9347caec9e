# frozen_string_literal: true

module VastLattice
  module Lists
    module Kinds
      # Every round hole, one by one.
      module Holes
        ORDER = %i[drill counterbore countersink].freeze
        COLUMNS = [
          Column.text('part', 'Part'), Column.number('parts', 'Parts', 0),
          Column.text('operation', 'Operation'), Column.text('side', 'Side'),
          Column.number('x', 'x', 3, unit: 'mm'), Column.number('y', 'y', 3, unit: 'mm'),
          Column.number('diameter', 'Diameter', 3, unit: 'mm'), Column.number('depth', 'Depth', 3, unit: 'mm'),
          Column.number('angle', 'Angle', 3, unit: '°'), Column.text('feature', 'Step'),
          Column.number('count', 'In all', 0, summed: true, usual: false)
        ].freeze
        private_constant :ORDER

        def self.name = 'holes'
        def self.title = 'Drill list'
        def self.columns(_family) = COLUMNS
        def self.offered?(family) = family.parts.any? || family.components.any?
        def self.findings(_subject) = []

        def self.rows(subject) = subject.result.whole_model.alike.flat_map { |body, count| of(body.solid, count) }

        def self.of(solid, count)
          order = ->(hole) { [hole.side, ORDER.index(hole.what), hole.diameter, hole.x, hole.y] }
          Quantities::HoleList.of(solid).sort_by(&order).map do |hole|
            { 'part' => solid.part.title, 'parts' => count.to_f, 'operation' => hole.what.to_s, 'side' => hole.side,
              'x' => hole.x, 'y' => hole.y,
              'diameter' => hole.diameter, 'depth' => hole.depth || 'through', 'angle' => hole.angle, 'feature' => hole.feature.title,
              'count' => count.to_f }
          end
        end
        private_class_method :of
      end
    end
  end
end
