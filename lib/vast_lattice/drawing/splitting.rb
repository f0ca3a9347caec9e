# frozen_string_literal: true

module VastLattice
  module Drawing
    # Cuts layers askew at the depths of flat ones over which they lie.
    class Splitting
      # +flat+ are Stacked::Layers of one depth.
      def initialize(flat)
        @depths = flat.group_by { |layer| layer.low.round(3) }.sort
      end

      # The layers, in pieces where they were cut; what is round stays whole.
      def split(layers) = layers.flat_map { |layer| layer.seen.depth.plane? ? pieces(layer) : [layer] }

      private

      def pieces(layer)
        crossed(layer).reduce([layer]) { |parts, depth| parts.flat_map { |part| cut(part, depth) } }
      end

      # Depths of flat layers of other bodies between its own.
      def crossed(layer)
        from = @depths.bsearch_index { |depth, _| depth > layer.low + Stacked::SAME } || @depths.size
        within = @depths.drop(from).take_while { |depth, _| depth < layer.high - Stacked::SAME }
        within.select { |_, others| others.any? { |other| other.body != layer.body && layer.over?(other) } }.map(&:first)
      end

      def cut(layer, depth)
        return [layer] unless depth > layer.low + Stacked::SAME && depth < layer.high - Stacked::SAME

        ring = layer.ring
        heights = ring.map { |x, y| layer.depth(x, y) - depth }
        [heights, heights.map(&:-@)].filter_map { |own| piece(layer, Rings.half(ring, own)) }
      end

      def piece(layer, ring)
        return if ring.size < 3

        xs, ys = ring.transpose
        depths = ring.map { |x, y| layer.depth(x, y) }
        layer.dup.tap do |part|
          part.piece = ring
          part.low, part.high = depths.minmax
          part.box = [*xs.minmax, *ys.minmax]
        end
      end
    end
  end
end
