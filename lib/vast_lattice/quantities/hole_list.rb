# frozen_string_literal: true

module VastLattice
  module Quantities
    # Round holes of parts as they are drilled: one by one, with their place on a side, from its lower left corner as one looks at it.
    class HoleList
      # What is done (:drill, :counterbore or :countersink) with which diameter (mm), how deep from the side (mm; nil right through), where
      # (mm), of a countersink its +angle+ (degrees), and how deep it is to be right through (mm).
      Hole = Struct.new(:part, :feature, :side, :x, :y, :what, :diameter, :depth, :angle, :through_depth, keyword_init: true)

      NEAR = 1e-6
      private_constant :NEAR

      # Holes of a Geometry::Solid.
      def self.of(solid)
        solid.built.select { |feature| feature.kind.role == :cut }.flat_map { |feature| of_feature(solid, feature) }
      end

      # Those of one Geometry::PlacedFeature.
      def self.of_feature(solid, feature)
        feature.pieces.select { |piece| piece.cut? && piece.wall }.flat_map { |piece| new(solid.part, feature, piece).holes }
      end

      def initialize(part, feature, piece)
        @part = part
        @feature = feature
        @piece = piece
        @layers = piece.layers.select { |layer| layer.loop.circle && layer.low < -NEAR }.sort_by(&:low)
      end

      # The narrowest goes deepest and is drilled; what is wider above it is a counterbore, what tapers a countersink.
      def holes
        return [] if @layers.empty? || @layers.size < @piece.layers.count { |layer| layer.low < -NEAR }

        straight, tapered = @layers.partition { |layer| layer.taper.nil? }
        straight.each_with_index.map { |layer, at| hole(at.zero? ? :drill : :counterbore, layer, 2 * layer.loop.circle.last) } +
          tapered.map { |layer| hole(:countersink, layer, 2 * layer.taper.max, angle(layer)) }
      end

      private

      def hole(what, layer, diameter, angle = nil)
        x, y = @piece.wall.from_corner(*layer.loop.circle.first(2)).map { |along| along.round(6) }
        Hole.new(part: @part, feature: @feature.feature, side: @piece.wall.title, what: what, diameter: diameter.round(6), angle: angle,
                 x: x, y: y, depth: depth(layer),
                 through_depth: @feature.numbers.measures['through'] == 'part' ? @piece.seat.all : @piece.seat.through)
      end

      def depth(layer)
        -layer.low < @piece.seat.through + NEAR ? -layer.low.round(6) : nil
      end

      # Between both sides of the cone.
      def angle(layer) = (2 * Math.atan((layer.taper[1] - layer.taper[0]).abs / (layer.high - layer.low)) * 180 / Math::PI).round(3)
    end
  end
end
