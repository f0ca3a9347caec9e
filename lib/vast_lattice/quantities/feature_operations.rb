# frozen_string_literal: true

module VastLattice
  module Quantities
    # What makes one feature of a solid. A kind of feature may say it (+operation+); else its shape says: what goes right through a flat
    # piece is cut by laser, round holes are drilled, all else is milled.
    class FeatureOperations
      NEAR = 1e-6
      private_constant :NEAR

      # +feature+ is a Geometry::PlacedFeature.
      def initialize(solid, feature, workshop)
        @solid = solid
        @feature = feature
        @workshop = workshop
      end

      # Operations, alike ones together.
      def all
        told = @feature.kind.operation
        return told == :none ? [] : [whole(told)] if told

        [*cuts, *threads]
      end

      private

      def base(kind, **about) = Operation.new(kind: kind, part: @solid.part, feature: @feature.feature, step: @feature.step, **about)

      # Of a kind that says what makes it: each of its instances is one.
      def whole(kind)
        loops = @feature.loops
        base(kind, side: side, count: [loops.size, 1].max, positions: loops.map { |loop| position(*loop.box.middle) },
                   travel: loops.empty? ? 0.0 : around(loops.first), about: @feature.numbers.measures['text'].to_s)
      end

      def cuts
        pieces = @feature.pieces.select(&:cut?)
        return [] if pieces.empty?
        return lasered(pieces) if pieces.all? { |piece| lasered?(piece) }

        holes = HoleList.of_feature(@solid, @feature)
        holes.any? ? drilled(holes) : milled(pieces)
      end

      # Straight through the whole thickness of a plate or sheet, and no smaller than it is thick.
      def lasered?(piece)
        thick = @solid.blank.thickness
        return false if thick.nil? || @feature.numbers.measures['depth'] || !straight?(piece)

        narrowest(piece.layers.first.loop) >= thick - NEAR && @solid.blank.lies_flat?(piece.wall)
      end

      # From the surface of its side, in one layer, without a taper.
      def straight?(piece) = piece.layers.size == 1 && !piece.layers.first.taper && piece.seat.level.zero?

      def narrowest(loop) = [loop.box.width, loop.box.height].min

      def lasered(pieces)
        loops = pieces.map { |piece| piece.layers.first.loop }
        [base('laser', side: side, count: loops.size, positions: loops.map { |loop| position(*loop.box.middle) }, through: true,
                       deep: @solid.blank.thickness, travel: around(loops.first))]
      end

      def drilled(holes)
        holes.group_by { |hole| [hole.what, hole.diameter, hole.depth, hole.angle] }.values.map do |same|
          hole = same.first
          kind = bored_by(hole)
          deep = (hole.depth || past(kind, hole.through_depth, hole.diameter)).round(6)
          base(kind, side: hole.side, size: hole.diameter, count: same.size, positions: same.map { |one| [one.x, one.y] },
                     deep: deep, through: hole.depth.nil?, travel: deep,
                     about: hole.angle ? "#{Units::Format.number(hole.angle)}°" : '')
        end
      end

      # Whoever drills larger holes than his largest drill mills them.
      def bored_by(hole)
        largest = @workshop.sizes('drill')&.last
        hole.what == :drill && largest && hole.diameter > largest + NEAR ? 'mill' : hole.what.to_s
      end

      # How deep a tool goes to be through.
      def past(kind, depth, diameter)
        operation = Workshop::OPERATIONS.fetch(kind)
        depth + operation.past + (operation.past_share * diameter)
      end

      def milled(pieces)
        piece = pieces.first
        loop = piece.layers.first&.loop
        return [base('mill', side: side, count: pieces.size)] unless loop

        through = @feature.numbers.measures['depth'].nil?
        deep = -piece.layers.map(&:low).min
        [base('mill', side: side, size: narrowest(loop).round(6), count: pieces.size, through: through,
                      positions: pieces.map { |one| position(*one.layers.first.loop.box.middle) },
                      deep: (through ? past('mill', deep - Geometry::Wall::OVER, 0.0) : deep).round(6), travel: around(loop))]
      end

      # A hole that has a thread is tapped.
      def threads
        thread = @feature.numbers.measures['thread'].to_s
        return [] if thread.empty?

        loops = @feature.loops
        depth = @feature.numbers.measures['depth']
        [base('tap', side: side, count: loops.size, about: thread, positions: loops.map { |loop| position(*loop.box.middle) },
                     travel: depth || @feature.seat.through, deep: depth, through: depth.nil?)]
      end

      def side = @feature.wall&.title.to_s
      def around(loop) = loop.edges.sum { |edge| Geometry::Edge.length(edge) }.round(6)

      # From the lower left corner of the side, as one looks at it.
      def position(x, y) = @feature.wall.from_corner(x, y).map { |along| along.round(6) }
    end
  end
end
