# frozen_string_literal: true

module VastLattice
  module Geometry
    # Pieces that meet each other or more than one surface, together: how they change the blank's volume and
    # its moments, by integrating areas of sections. Where all run the same way the sections are constant in
    # layers (Slicing).
    class Cluster
      attr_reader :pieces

      def initialize(blank, pieces)
        @pieces = pieces
        @bounds = Bounds.around(pieces.map(&:bounds))
        @steps = pieces.flat_map { |piece| piece.bodies.map { |body| [piece.operation, body] } }
        @near = blank.bodies.select { |body| body.bounds.meets?(@bounds) }
        @direction = direction(blank)
        # Rings with several holes in them are areas like any other.
        @coaxial = Coaxial.of(@near, @steps) if @near.all? { |body| body.is_a?(Ring) || body.profile.inners.size < 2 }
        @direction = @near.first.axis if @coaxial && @near.any?
      end

      # [change of volume in mm3, change of moments in mm4].
      def change
        @change ||= begin
          low, high = @bounds.span(@direction)
          Slicing.new(@bounds.size.reduce(:*), constant: constant?) { |height, weight| slice(height, weight) }.sum(low, high, turns)
        end
      end

      private

      # Along all axes if they are parallel, else along the blank.
      def direction(blank)
        axes = @steps.map { |_, body| body.axis }
        axes.all? { |axis| Vector.dot(axis, axes.first).abs > 1 - 1e-9 } ? axes.first : blank.axis
      end

      def turns = (@near + @steps.map(&:last)).flat_map { |body| body.turns(@direction) }

      def constant? = (@near + @steps.map(&:last)).all? { |body| body.constant?(@direction) }

      def slice(height, weight)
        return coaxial_slice(height, weight) if @coaxial

        plane = Sections.plane(@direction, height)
        before = Sections.blank(@near, plane)
        after = Sections.changed(before, @steps, plane)
        [(Planar.size(after) - Planar.size(before)) * weight, Vector.minus(moment(plane, after, weight), moment(plane, before, weight))]
      end

      def coaxial_slice(height, weight)
        after, before, point = @coaxial.at(height)
        [(after - before) * weight, Vector.scale(point, (after - before) * weight)]
      end

      def moment(plane, area, weight)
        return [0.0, 0.0, 0.0] unless area

        Vector.scale(plane.point(*Planar.centroid(area)), area.area * weight)
      end
    end
  end
end
