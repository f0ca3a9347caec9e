# frozen_string_literal: true

module VastLattice
  module Drawing
    # The faces of many bodies as seen from one direction, in an order in which each hides what lies behind it: from the furthest
    # to the nearest. Faces that one looks onto have one depth and are simply sorted. What lies askew is split where such a face
    # stands in its way, so that every piece is wholly before or behind that; where two faces whose depths meet lie over each other,
    # the depth of both at a point that they share decides.
    class Stacked
      # A Patches::Seen of the body with that number, moved by x, y, z in the view; +low+, +high+ and +box+ are its own then.
      # +piece+ is the outline of a piece that was cut out of it.
      Layer = Struct.new(:seen, :body, :x, :y, :z, :low, :high, :box, :piece) do
        def deep? = high - low > SAME
        def depth(at_x, at_y) = seen.depth ? seen.depth.at(at_x - x, at_y - y) + z : low
        def middle = (low + high) / 2

        # Outline of what has no loops, where it is.
        def ring = piece || seen.ring.map { |at_x, at_y| [at_x + x, at_y + y] }

        # Whether the boxes of two have an area in common.
        def over?(other)
          left, right, bottom, top = box
          a, b, c, d = other.box
          left < b - SAME && a < right - SAME && bottom < d - SAME && c < top - SAME
        end

        # Whether it covers a point.
        def covers?(at_x, at_y)
          return false unless at_x.between?(*box.first(2)) && at_y.between?(*box.last(2))
          return Rings.inside?(piece, at_x, at_y) if piece

          rings = seen.loops ? seen.loops.map { |loop| loop.polygon(64) } : [seen.ring, *seen.holes]
          rings.count { |ring| Rings.inside?(ring, at_x - x, at_y - y) }.odd?
        end
      end
      # Depths and places nearer than this are the same, mm.
      SAME = 1e-3

      # +bodies+ are Geometry::Model::Bodies, +view+ a Geometry::Frame.
      def initialize(bodies, view)
        @bodies = bodies
        @view = view
      end

      # Layers, the furthest first.
      def layers = @layers ||= ordered(pieces)

      # The nearest Layer at a point of the view, or nil.
      def nearest(at_x, at_y) = layers.reverse_each.find { |layer| layer.covers?(at_x, at_y) }

      private

      def pieces
        all = @bodies.each_with_index.flat_map { |body, number| of_body(body, number) }
        deep, flat = all.partition(&:deep?)
        flat + Splitting.new(flat).split(deep)
      end

      def of_body(body, number)
        x, y, z = @view.local(body.frame.origin)
        Patches.of(body, @view).map do |seen|
          left, right, bottom, top = seen.box
          Layer.new(seen, number, x, y, z, seen.low + z, seen.high + z, [left + x, right + x, bottom + y, top + y])
        end
      end

      # Sorted by depth; where layers lie over each other otherwise, what is behind goes first, with all that is behind it.
      def ordered(layers)
        sorted = layers.each_with_index.sort_by { |layer, at| [layer.middle, at] }.map(&:first)
        behind = {}.compare_by_identity
        conflicts(sorted).each { |one, other| (behind[other] ||= []) << one }
        behind.empty? ? sorted : Sequence.new(sorted, behind).to_a
      end

      # Pairs of layers [behind, before] whose depths overlap and that lie over each other. Of two flat ones the depth has decided
      # already; what is rounded off on one body lies side by side.
      def conflicts(sorted)
        deep, flat = sorted.partition(&:deep?)
        flat.sort_by!(&:low)
        deep.sort_by!(&:low)
        deep.each_with_index.flat_map do |layer, at|
          found = within(layer, flat) + deep.drop(at + 1).take_while do |other|
            other.low < layer.high - SAME
          end.reject { |other| other.body == layer.body }
          found.filter_map { |other| pair(layer, other) if layer.over?(other) }
        end
      end

      # Flat layers between the depths of another.
      def within(layer, flat)
        from = flat.bsearch_index { |other| other.low > layer.low + SAME } || flat.size
        flat.drop(from).take_while { |other| other.low < layer.high - SAME }
      end

      def pair(one, other)
        x, y = shared(one, other)
        return unless x

        difference = one.depth(x, y) - other.depth(x, y)
        return if difference.abs < SAME

        difference.negative? ? [one, other] : [other, one]
      end

      # A point that two layers share, or nil.
      def shared(one, other)
        first, second = [one, other].sort_by { |layer| layer.seen.loops ? 1 : 0 }
        return Rings.shared(first.ring, second.ring) unless second.seen.loops

        Rings.samples(first.ring).find { |x, y| second.covers?(x, y) }
      end
    end
  end
end
