# frozen_string_literal: true

module VastLattice
  module Geometry
    # Least distances of features on their faces, in mm: to the outline, and to the nearest other feature or instance.
    class Distances
      # An amount in mm, and to what it leads.
      Found = Struct.new(:amount, :what)

      # Only distances below +within+ are looked for, if it is given: that is much quicker.
      def initialize(solid, within: nil)
        @solid = solid
        @within = within || Float::INFINITY
        @placed = solid.built.select { |feature| feature.loops.any? && feature.kind.role == :cut }
      end

      # The nearest that any instance of a feature comes to an edge of its face; nil for none.
      def to_edge(feature)
        outline = feature.wall.outline
        inside = feature.loops.zip(feature.relations).select { |loop, relation| relation == :inside && by_edge?(outline, loop.box) }
        amounts = inside.map { |loop, _| outline.loops.map { |edge| apart(edge, loop) }.min }
        amounts.empty? ? nil : Found.new(amounts.min, 'an edge')
      end

      # The nearest that any instance comes to another feature on the face, or to another instance.
      def to_neighbour(feature)
        others = @placed.select { |other| other.wall.equal?(feature.wall) && other.kind.inside? }.flat_map { |other| items(other) }
        found = items(feature).reduce(nil) { |best, item| nearest(item, others, best) } or return
        Found.new(found[0], found[1].equal?(feature) ? 'its neighbour' : found[1].feature.title)
      end

      private

      # [loop, feature, number of the instance]
      def items(feature) = feature.loops.each_with_index.map { |loop, index| [loop, feature, index] }

      # The least distance of one instance, [amount, feature], if it is less than +best+. Boxes that are further away are
      # passed over.
      def nearest(item, others, best)
        loop, feature, index = item
        others.reduce(best) do |least, (other, owner, at)|
          limit = least ? least[0] : @within
          next least if (owner.equal?(feature) && at == index) || gap(loop.box, other.box) >= limit

          amount = between(loop, other)
          amount < limit ? [amount, owner] : least
        end
      end

      def gap(box, other)
        across = [other.left - box.right, box.left - other.right, 0.0].max
        upwards = [other.bottom - box.top, box.bottom - other.top, 0.0].max
        Math.hypot(across, upwards)
      end

      # Whether an edge of the outline can be as near as what is looked for.
      def by_edge?(outline, box)
        return true if @within == Float::INFINITY

        wide = Box.new(left: box.left - @within, right: box.right + @within, bottom: box.bottom - @within, top: box.top + @within)
        outline.loops.any? { |loop| loop.edges.any? { |edge| Edge.near?(edge, wide) } }
      end

      # Of a loop inside an outline.
      def apart(outline, loop)
        return outline.distance(*loop.circle.first(2)) - loop.circle[2] if loop.circle

        Planar.of(outline).boundary.distance(Planar.of(loop).boundary)
      end

      def between(loop, other)
        one = loop.circle
        two = other.circle
        return [Math.hypot(one[0] - two[0], one[1] - two[1]) - one[2] - two[2], 0.0].max if one && two

        Planar.of(loop).distance(Planar.of(other))
      end
    end
  end
end
