# frozen_string_literal: true

module VastLattice
  module Drawing
    # Cylinders and cones about the axis of a turned part that its surface has in facets, because something else meets them: where
    # the facets go all the way round, they are found as what they are.
    module TurnedFaces
      # What a share of its surface may be missing for a face to count as whole.
      MISSING = 0.02
      FRAME = Geometry::Frame.at([0.0, 0.0, 0.0], Geometry::Vector::Y, Geometry::Vector::Z)
      private_constant :MISSING, :FRAME

      module_function

      # The surface with such facets as Geometry::Cones; without bores, where it is seen from the +side+ and nothing is open.
      def of(surface, side:)
        found = with_cones(surface)
        !side || found.any? { |face| open?(face) } ? found : found.reject { |face| within?(face) }
      end

      def with_cones(surface)
        groups = surface.grep(Geometry::Facet).group_by { |facet| stretch(facet) }.except(nil)
        whole = groups.select { |stretch, facets| whole?(stretch, facets) }
        gone = whole.values.flatten.to_set.compare_by_identity
        surface.reject { |face| gone.include?(face) } + whole.keys.map { |stretch| cone(*stretch) }
      end

      # Whether it may be what is left of a wall that one can look through.
      def open?(face)
        return false unless face.is_a?(Geometry::Facet)

        face.normal[0].abs < 1 - 1e-6 && outwards(face).positive?
      end

      # A bore within a wall that is whole is never seen from the side.
      def within?(face) = face.is_a?(Geometry::Facet) ? face.normal[0].abs < 1 - 1e-6 : face.respond_to?(:inward) && face.inward

      def outwards(facet) = facet.points.sum { |_, y, z| (facet.normal[1] * y) + (facet.normal[2] * z) }

      # [x, radius, x, radius] of a facet that lies along the axis and faces outwards, or nil.
      def stretch(facet)
        return unless facet.rings.one? && outwards(facet).positive?

        ends = facet.points.map { |x, y, z| [x.round(4), Math.hypot(y, z).round(3)] }.uniq.sort
        ends.flatten if ends.size == 2 && ends[0][0] < ends[1][0]
      end

      def whole?(stretch, facets)
        from, radius, till, other = stretch
        wanted = Math::PI * (radius + other) * Math.hypot(till - from, other - radius)
        facets.sum(&:area) > wanted * (1 - MISSING)
      end

      # Along x; heights of the frame are places along it.
      def cone(from, radius, till, other) = Geometry::Cone.new(FRAME, from, till, [radius, other])
    end
  end
end
