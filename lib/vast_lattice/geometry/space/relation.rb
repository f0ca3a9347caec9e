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
        return outline.holds?(*box.middle) ? :inside : :outside if outline.edges.none? { |edge| Edge.near?(edge, box) }

        Planar.relation(outline, loop)
      end

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
