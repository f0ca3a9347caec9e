# frozen_string_literal: true

module VastLattice
  module Geometry
    # Pieces that meet each other or more than one surface, together: how they change the blank's volume and
    # its moments, by integrating areas of sections. Where all run the same way the sections are constant in
    # layers; elsewhere Gauss's rule is used between all heights at which sections change their character.
    class Cluster
      # Nodes and weights of the rule of Gauss and Legendre, here by Newton's method on the Legendre polynomial.
      NODES = 8
      # Stretches are halved until that changes the volume by less than this part of the pieces' box, or so often.
      EXACT = 1e-5
      HALVINGS = 4

      def self.legendre(count)
        Array.new(count) do |index|
          x = Math.cos(Math::PI * (index + 0.75) / (count + 0.5))
          slope = nil
          20.times do
            one = 1.0
            two = 0.0
            (1..count).each { |degree| one, two = (((((2 * degree) - 1) * x * one) - ((degree - 1) * two)) / degree), one }
            slope = count * ((x * one) - two) / ((x * x) - 1)
            x -= one / slope
          end
          [x, 2 / ((1 - (x * x)) * slope * slope)]
        end
      end
      RULE = legendre(NODES).freeze

      attr_reader :pieces

      def initialize(blank, pieces)
        @pieces = pieces
        @bounds = Bounds.around(pieces.map(&:bounds))
        @steps = pieces.flat_map { |piece| piece.bodies.map { |body| [piece.operation, body] } }
        @near = blank.bodies.select { |body| body.bounds.meets?(@bounds) }
        @direction = direction(blank)
      end

      # [change of volume in mm3, change of moments in mm4].
      def change = @change ||= slices.reduce([0.0, [0.0, 0.0, 0.0]]) { |sum, slice| [sum[0] + slice[0], Vector.add(sum[1], slice[1])] }

      private

      # Along all axes if they are parallel, else along the blank.
      def direction(blank)
        axes = @steps.map { |_, body| body.axis }
        axes.all? { |axis| Vector.dot(axis, axes.first).abs > 1 - 1e-9 } ? axes.first : blank.axis
      end

      def slices
        low, high = @bounds.span(@direction)
        heights = turns.select { |height| height > low && height < high }
        [low, *heights, high].each_cons(2).reject { |from, till| till - from < 1e-7 }.flat_map { |from, till| slab(from, till) }
      end

      def turns
        bodies = @near + @steps.map(&:last)
        bodies.flat_map { |body| body.turns(@direction) }.uniq { |height| height.round(7) }.sort
      end

      def constant? = @constant ||= (@near + @steps.map(&:last)).all? { |body| body.is_a?(Prism) && body.frame.parallel?(@direction) }

      # Volume and moments between two heights.
      def slab(from, till)
        return [slice((from + till) / 2, till - from)] if constant?

        refined(from, till, gauss(from, till), HALVINGS)
      end

      # Halves a stretch as long as its halves say something else than the whole.
      def refined(from, till, whole, left)
        middle = (from + till) / 2
        halves = [gauss(from, middle), gauss(middle, till)]
        return halves if left.zero? || (whole[0] - halves.sum(&:first)).abs < EXACT * box_volume

        refined(from, middle, halves[0], left - 1) + refined(middle, till, halves[1], left - 1)
      end

      def box_volume = @box_volume ||= @bounds.size.reduce(:*)

      # Gauss's rule; the sine takes away the steep ends that round shapes have.
      def gauss(from, till)
        middle = (from + till) / 2
        half = (till - from) / 2
        found = RULE.map do |node, weight|
          angle = node * Math::PI / 2
          slice(middle + (half * Math.sin(angle)), weight * Math::PI / 2 * half * Math.cos(angle))
        end
        found.reduce { |sum, slice| [sum[0] + slice[0], Vector.add(sum[1], slice[1])] }
      end

      def slice(height, weight)
        plane = Sections.plane(@direction, height)
        before = Sections.blank(@near, plane)
        after = Sections.changed(before, @steps, plane)
        [(Planar.size(after) - Planar.size(before)) * weight, Vector.minus(moment(plane, after, weight), moment(plane, before, weight))]
      end

      def moment(plane, area, weight)
        return [0.0, 0.0, 0.0] unless area

        Vector.scale(plane.point(*Planar.centroid(area)), area.area * weight)
      end
    end
  end
end
