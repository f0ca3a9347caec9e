# frozen_string_literal: true

module VastLattice
  module Geometry
    # What one instance of a feature takes away (+operation+ :cut) or adds (:add): Layers in the frame of its seat,
    # or whole bodies. +owner+ is the feature's name.
    class Piece
      attr_reader :operation, :seat, :layers, :owner

      # +relation+ is that of the first layer to the wall's outline.
      def self.of_layers(operation, seat, layers, owner, relation) = new(operation, seat, layers, nil, owner, relation)
      def self.of_bodies(operation, seat, bodies, owner) = new(operation, seat, [], bodies, owner)

      def initialize(operation, seat, layers, bodies, owner, relation = nil)
        @operation = operation
        @seat = seat
        @layers = layers
        @bodies = bodies
        @owner = owner
        @relation = relation
      end

      def bodies = @bodies ||= layers.map { |layer| layer.body(seat.frame) }

      def bounds
        @bounds ||= if layers.empty? then Bounds.around(bodies.map(&:bounds))
                    else Bounds.around(layers.map { |layer| Bounds.of_box(seat.frame, layer.loop.box, layer.low, layer.high) })
                    end
      end

      def wall = seat&.wall
      def cut? = operation == :cut

      # Whether its shape in its wall is all there is to know: it lies within the clear part, and each run of
      # material is passed right through or not at all, save the first, in which it may end.
      def clear?
        return false if layers.empty? || wall.clear.nil? || !seat.level.zero?
        return false unless inside?

        low = layers.map(&:low).min
        return false if wall.past?(-low)

        wall.runs.each_with_index.all? { |(from, till), run| -low > till || -low <= from || run.zero? }
      end

      # Deeper layers lie within the first.
      def inside?
        return @relation == :inside if wall.clear.equal?(wall.outline)

        layers.all? { |layer| Relation.of(wall.clear, layer.loop) == :inside }
      end

      # The layers as far as they meet material, or add it.
      def effective
        return layers.filter_map { |layer| layer.clip(0.0, Float::INFINITY) } unless cut?

        wall.runs.flat_map { |from, till| layers.filter_map { |layer| layer.clip(-till, -from) } }
      end
    end
  end
end
