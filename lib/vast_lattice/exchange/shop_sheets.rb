# frozen_string_literal: true

module VastLattice
  module Exchange
    # What the shop does with parts, as sheets: holes to drill, and bends with the flat size of their sheet.
    module ShopSheets
      HOLES = ['Part', 'Parts', 'Operation', 'Side', 'x (mm)', 'y (mm)', 'Diameter (mm)', 'Depth (mm)', 'Angle (°)', 'Step'].freeze
      BENDS = ['Part', 'Parts', 'Bend', 'Angle (°)', 'Towards', 'Inner radius (mm)', 'Length of the line (mm)', 'Sheet (mm)',
               'Flat length (mm)', 'Flat width (mm)'].freeze
      WORDS = { drill: 'drill', counterbore: 'counterbore', countersink: 'countersink' }.freeze

      module_function

      # Sheets of Geometry::Model::Bodies, alike parts once.
      def of(bodies)
        alike = bodies.group_by { |body| body.solid.mark }.values.map { |same| [same.first.solid, same.size.to_f] }
        [Sheet.new('holes', [HOLES, *alike.flat_map { |solid, count| holes(solid, count) }]),
         Sheet.new('bends', [BENDS, *alike.flat_map { |solid, count| bends(solid, count) }])]
      end

      def holes(solid, count)
        order = ->(hole) { [hole.side, WORDS.keys.index(hole.what), hole.diameter, hole.x, hole.y] }
        Quantities::HoleList.of(solid).sort_by(&order).map do |hole|
          [solid.part.title, count, WORDS.fetch(hole.what), hole.side, hole.x, hole.y, hole.diameter, hole.depth || 'through', hole.angle,
           hole.feature.title]
        end
      end

      def bends(solid, count)
        flat = solid.blank.flat or return []
        size = flat.size.map { |length| length.round(6) }
        flat.bends.map do |bend|
          from_x, from_y, till_x, till_y = bend.line
          feature = solid.features.find { |own| own.name == bend.name }
          [solid.part.title, count, feature&.feature&.title || bend.name, bend.angle, bend.direction, bend.radius,
           Math.hypot(till_x - from_x, till_y - from_y).round(6), solid.blank.thickness, *size]
        end
      end
    end
  end
end
