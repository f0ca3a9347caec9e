# frozen_string_literal: true

module VastLattice
  module Geometry
    # Pieces that meet each other or more than one surface, together: how they change the blank's volume, its moments and its surface.
    class Cluster
      attr_reader :pieces

      def initialize(blank, pieces)
        @pieces = pieces
        @blank = blank
      end

      # [change of volume in mm3, change of moments in mm4].
      def change = sums.first(2)

      # Change of the surface in mm2.
      def surface = sums.last

      private

      # In closed form where all are round about one axis or all run the same way.
      def sums
        @sums ||= begin
          bounds = Bounds.around(pieces.map(&:bounds))
          near = @blank.bodies.select { |body| body.bounds.meets?(bounds, Tangle::NEAR) }
          steps = pieces.flat_map { |piece| piece.bodies.map { |body| [piece.operation, body] } }
          (Ruling::Coaxial.of(near, steps) || Ruling::Layered.of(near, steps) || Ruling::Change.new(near, steps)).sums
        end
      end
    end
  end
end
