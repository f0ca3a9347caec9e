# frozen_string_literal: true

module VastLattice
  module Geometry
    # How a Loop lies to a Profile: :inside, :crosses or :outside. Quick and exact for the usual cases, GEOS for
    # the rest.
    module Relation
      def self.of(profile, loop)
        found = to_loop(profile.outer, loop)
        return found unless found == :inside && profile.inners.any?

        holes = profile.inners.map { |hole| Overlaps.meet?(hole, loop) ? to_loop(hole, loop) : :outside }
        return :outside if holes.include?(:inside)

        holes.all?(:outside) && profile.inners.none? { |hole| to_loop(loop, hole) == :inside } ? :inside : :crosses
      end

      def self.to_loop(outline, loop)
        box = loop.box
        whole = outline.box
        return :outside unless whole.meets?(box)
        return round(outline, loop) if outline.circle && loop.circle
        return outline.holds?(*box.middle) ? :inside : :outside if outline.edges.none? { |edge| near?(edge, box) }

        Planar.relation(outline, loop)
      end

      # Whether an edge's own box, arcs included, comes to a box.
      def self.near?(edge, box)
        over = edge.last.zero? ? 0.0 : Math.hypot(edge[2] - edge[0], edge[3] - edge[1]) * [edge.last.abs, 1].max
        xs = [edge[0], edge[2]].minmax
        ys = [edge[1], edge[3]].minmax
        xs[0] - over <= box.right && xs[1] + over >= box.left && ys[0] - over <= box.top && ys[1] + over >= box.bottom
      end
      private_class_method :near?

      def self.round(outline, loop)
        x, y, radius = loop.circle
        centre_x, centre_y, reach = outline.circle
        distance = Math.hypot(x - centre_x, y - centre_y)
        return :inside if distance + radius < reach

        distance >= radius + reach ? :outside : :crosses
      end
      private_class_method :round
    end
  end
end
