# frozen_string_literal: true

module VastLattice
  module Geometry
    # A folded sheet laid flat. +panels+ are FlatPattern::Panel; +bends+ FlatPattern::Bend; lengths in mm.
    class FlatPattern < Remembering.with(:panels, :bends, :zones)
      # A panel of it: the wall's name, its frame in the flat plane, its frame in space, its outline.
      Panel = Struct.new(:wall, :frame, :space, :outline)

      # A bend line of it, [x0, y0, x1, y1]: the feature that bends, by how many degrees, towards front or back, round which
      # inner radius.
      Bend = Struct.new(:name, :line, :angle, :direction, :radius) do
        # Length of the line, mm.
        def length = Math.hypot(line[2] - line[0], line[3] - line[1])
      end

      # Factor of the neutral line, DIN 6935: k = 0.65 + 0.5 lg(r/s) for r/s up to 5, else 1 (from memory).
      def self.factor(radius, gauge)
        ratio = radius / gauge
        return 1.0 if ratio > 5

        [0.65 + (0.5 * Math.log10([ratio, 1e-6].max)), 0.0].max
      end

      # Length of the neutral line in a bend by +angle+ degrees, mm.
      def self.allowance(radius, gauge, angle) = Math::PI * angle / 180 * (radius + (gauge / 2 * factor(radius, gauge)))

      # From the tangent to where outside lengths are measured, mm: the corner up to 90 degrees, beyond it the
      # outermost line of the bend (DIN 6935).
      def self.setback(radius, gauge, angle)
        angle <= 90 ? (radius + gauge) * Math.tan(angle * Math::PI / 360) : radius + gauge
      end

      # Compensation v of DIN 6935: flat length = a + b + v, of outside lengths a and b.
      def self.compensation(radius, gauge, angle) = allowance(radius, gauge, angle) - (2 * setback(radius, gauge, angle))

      # Loops that make it up together, counter-clockwise: panels, and the zones of bends between them.
      def outlines
        own = panels.flat_map { |panel| panel.outline.loops.map { |loop| panel.frame.carry(loop, Frame::SPACE) } }
        own + zones.map do |points|
          loop = Loop.new(points.map { |x, y| [x, y, 0.0] })
          loop.area.negative? ? loop.reversed : loop
        end
      end

      # The length of its outline without what is cut into it, mm.
      def outline_length
        Ruling::Layered.of(outlines.map { |loop| Prism.new(Frame::SPACE, Profile.new(loop), 0.0, 1.0) }, []).outline_length
      end

      # The Panel that a Wall belongs to, or nil: outer and inner side are one.
      def panel_of(wall) = panels.find { |panel| panel.wall == (wall.owner || 'front') }

      # A Loop in the plane of a frame on a Wall, as it lies in the flat: onto the panel in space, and with that into the flat.
      def laid(loop, frame, wall)
        panel = panel_of(wall)
        panel.frame.carry(frame.carry(loop, panel.space), Frame::SPACE)
      end

      # Length and width of the sheet that it needs, mm; +rings+ where they are known already.
      def size(rings = self.rings)
        xs, ys = rings.flat_map(&:first).transpose
        [xs.max - xs.min, ys.max - ys.min]
      end

      # Outer rings of points with their holes: everything as one area, without the openings of features.
      def rings = Planar.rings(area)

      # The same as an area of Planar.
      def area = Planar.union(panels.map { |panel| placed(panel) } + zones.map { |zone| Planar.polygon(zone) })

      def placed(panel)
        rings = panel.outline.loops.map { |loop| loop.polygon.map { |x, y| panel.frame.point(x, y).first(2) } }
        Planar.polygon(rings.first, rings.drop(1))
      end
    end
  end
end
