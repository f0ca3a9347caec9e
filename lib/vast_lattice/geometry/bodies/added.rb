# frozen_string_literal: true

module VastLattice
  module Geometry
    # What pads and bosses have added so far. What is cut afterwards goes through them where it meets them: above its face,
    # and behind the wall where it goes through.
    class Added
      def initialize
        @pieces = []
      end

      # Keeps the pieces of a PlacedFeature that adds material.
      def remember(feature) = @pieces.concat(feature.pieces.reject(&:cut?))

      # A Seat that knows what stands over it and behind it within a loop in its plane.
      def seat(seat, loop, through:)
        met(seat, loop).reduce(seat) do |found, (low, high)|
          if high > 1e-9 && low < found.above + 1e-6 then found.with(above: [found.above, high].max)
          elsif through && behind?(found, low, high)
            found.with(through: [found.through, -low].max, all: [found.all, -low].max)
          else
            found
          end
        end
      end

      private

      def behind?(seat, low, high) = -high <= seat.through + 1e-6 && -low > seat.through

      # Heights [low, high] over the seat of what stands within the loop, nearest first.
      def met(seat, loop)
        near = @pieces.select { |piece| piece.layers.any? && piece.seat.frame.parallel?(seat.frame.n) && meets?(piece, seat, loop) }
        near.map { |piece| heights(piece, seat) }.sort_by { |low, high| [low.abs, high.abs].min }
      end

      def meets?(piece, seat, loop)
        piece.layers.any? { |layer| Overlaps.meet?(piece.seat.frame.carry(layer.loop, seat.frame), loop) }
      end

      def heights(piece, seat)
        ends = piece.layers.flat_map { |layer| [layer.low, layer.high] }.minmax
        ends.map { |height| seat.frame.local(piece.seat.frame.point(0.0, 0.0, height))[2] }.sort
      end
    end
  end
end
