# frozen_string_literal: true

module VastLattice
  module Geometry
    # Where a pattern starts: at x, y on a Wall (mm), running +along+ horizontal or vertical; +from+ gives, by
    # direction, the edge that the position is measured from.
    class Spot < Remembering.with(:wall, :x, :y, :along, :from)
      # Offsets along the pattern's direction: the block gives the distance of a step. From right or top, steps go
      # back; from the centre, both ways.
      def steps(count, along: self.along, &distance)
        Array.new([count, 0].max) { |index| offset(along, distance.call(step(index, count, from[along]))) }
      end

      # [x, y] of a distance along a direction, to the right as people see it.
      def offset(along, distance) = along == 'vertical' ? [0.0, distance] : [distance * wall.sense, 0.0]

      # Position along the direction, as people see it, from the left or bottom edge; and the wall's length there.
      def position(along = self.along) = wall.from_corner(x, y)[along == 'vertical' ? 1 : 0]

      def length(along = self.along) = along == 'vertical' ? wall.box.height : wall.box.width

      def other = along == 'vertical' ? 'horizontal' : 'vertical'

      private

      def step(index, count, from)
        case from
        when 'right', 'top' then -index
        when 'centre' then index - ((count - 1) / 2.0)
        else index
        end
      end
    end
  end
end
