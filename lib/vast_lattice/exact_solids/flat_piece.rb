# frozen_string_literal: true

module VastLattice
  module ExactSolids
    # A plate, or a folded sheet laid flat, as it is cut: what goes right through it, where it is bent, and what is written on it.
    class FlatPiece
      NEAR = 1e-6
      private_constant :NEAR

      # Whether a solid is one.
      def self.of?(solid) = !solid.blank.thickness.nil?

      def initialize(solid)
        @solid = solid
        @flat = solid.blank.flat
      end

      # For the kernel: a solid whose faces at +height+ have the contours to cut.
      def recipe = Recipe.made(bodies, cuts.empty? ? [] : [[:cut, cuts]])

      def height = @solid.blank.thickness

      # Bend lines: [feature, [x, y], [x, y]].
      def bends = @flat ? @flat.bends.map { |bend| [bend.name, bend.line.first(2), bend.line.last(2)] } : []

      # What is written on it or marks it: [PlacedFeature, Loop in the flat].
      def marks
        @solid.built.select { |feature| feature.kind.role == :mark }.flat_map { |feature| placed(feature).map { |loop| [feature, loop] } }
      end

      private

      def bodies
        return @solid.blank.bodies unless @flat

        @flat.outlines.map { |loop| prism(loop, 0.0, height) }
      end

      def prism(loop, low, high) = Geometry::Prism.new(Geometry::Frame::SPACE, Geometry::Profile.new(loop), low, high)

      # Prisms of what goes right through, wherever the feature sits.
      def cuts
        through = @solid.built.flat_map { |feature| feature.pieces.select(&:cut?).filter_map { |piece| through(piece) } }
        through.map { |loop| prism(loop, -1.0, height + 1.0) }
      end

      # The narrowest outline with which a piece goes from its seat to the other side; nil where it does not.
      def through(piece)
        return unless piece.wall && @solid.blank.lies_flat?(piece.wall) && piece.layers.any?

        inside = piece.layers.filter_map { |layer| layer.clip(-height - piece.seat.level, [0.0, -piece.seat.level].max) }
        deep = inside.sum { |layer| layer.high - layer.low }
        return unless deep > height + [piece.seat.level, 0.0].min - NEAR

        loops = inside.flat_map { |layer| [layer.end_loop(layer.low), layer.end_loop(layer.high)] }
        laid(piece.seat.frame, piece.wall, loops.min_by(&:area))
      end

      def placed(feature)
        return [] unless feature.seat && feature.wall && @solid.blank.lies_flat?(feature.wall)

        feature.loops.map { |loop| laid(feature.seat.frame, feature.wall, loop) }
      end

      # A loop in the plane of a seat as it lies in the flat.
      def laid(frame, wall, loop)
        @flat ? @flat.laid(loop, frame, wall) : frame.carry(loop, Geometry::Frame::SPACE)
      end
    end
  end
end
