# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    module Kinds
      # A product drawn apart, in space: each component moved away from the middle of it all.
      class Apart < Space
        KIND = 'apart'
        TITLE = 'Drawn apart'
        # How far, as a share of how far from the middle it is.
        SHARE = 0.8

        def numbered_first? = true
        def drawn? = groups.size > 1 && super

        private

        # What stays together: components, and the family's own parts.
        def groups = @groups ||= product.bodies(template.part).group_by { |body| body.path.first || body.part.name }.values

        def bodies = @bodies ||= groups.flat_map { |group| moved(group) }

        def moved(group)
          away = Geometry::Vector.scale(Geometry::Vector.minus(middle(group), centre), SHARE)
          group.map { |body| body.moved(away) }
        end

        def centre = @centre ||= middle(groups.flatten)

        def middle(group) = Geometry::Vector.middle(group.flat_map(&:corners))
      end
    end
  end
end
