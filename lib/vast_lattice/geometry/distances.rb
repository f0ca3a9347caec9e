# frozen_string_literal: true

module VastLattice
  module Geometry
    # Least distances of features on their faces, in mm: to the outline, and to the nearest other feature or instance.
    class Distances
      # An amount in mm, and to what it leads.
      Found = Struct.new(:amount, :what)

      def initialize(solid)
        @solid = solid
        @placed = solid.built.select { |feature| feature.loops.any? && feature.kind.role == :cut }
      end

      # The nearest that any instance of a feature comes to an edge of its face; nil for none.
      def to_edge(feature)
        outline = feature.wall.outline
        amounts = feature.loops.zip(feature.relations).select { |_, relation| relation == :inside }
                         .map { |loop, _| outline.loops.map { |edge| apart(edge, loop) }.min }
        amounts.empty? ? nil : Found.new(amounts.min, 'an edge')
      end

      # The nearest that any instance comes to another feature on the face, or to another instance.
      def to_neighbour(feature)
        others = @placed.select { |other| other.wall.equal?(feature.wall) && other.kind.inside? }.flat_map { |other| items(other) }
        found = items(feature).filter_map { |item| nearest(item, others) }.min_by(&:first) or return
        Found.new(found[0], found[1].equal?(feature) ? 'its neighbour' : found[1].feature.title)
      end

      private

      # [loop, feature, number of the instance]
      def items(feature) = feature.loops.each_with_index.map { |loop, index| [loop, feature, index] }

      # Least distance of one instance: [amount, feature]. Boxes that are further away are passed over.
      def nearest(item, others)
        loop, feature, index = item
        others.reject { |_, other, at| other.equal?(feature) && at == index }
              .reduce(nil) do |best, (other, owner, _)|
          next best if best && gap(loop.box, other.box) >= best[0]

          amount = between(loop, other)
          best.nil? || amount < best[0] ? [amount, owner] : best
        end
      end

      def gap(box, other)
        across = [other.left - box.right, box.left - other.right, 0.0].max
        upwards = [other.bottom - box.top, box.bottom - other.top, 0.0].max
        Math.hypot(across, upwards)
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
