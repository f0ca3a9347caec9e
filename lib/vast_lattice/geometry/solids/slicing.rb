# frozen_string_literal: true

module VastLattice
  module Geometry
    # Integrates areas of sections over heights: Gauss's rule between all heights at which sections change their character; where
    # they are constant in between, one section is enough.
    class Slicing
      # Nodes and weights of the rule of Gauss and Legendre, here by Newton's method on the Legendre polynomial.
      NODES = 8
      # Stretches are halved until that changes the volume by less than this part of a box, or so often.
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

      # The block gives [volume, moments] of a section at a height with a weight. +box+ is the volume (mm3) by which exactness is
      # measured; +constant+ tells that sections are the same between two heights; +halvings+ how often
      # a stretch is halved at most.
      def initialize(box, constant: false, halvings: HALVINGS, &slice)
        @box = box
        @halvings = halvings
        @constant = constant
        @slice = slice
      end

      # [volume, moments] from +low+ to +high+; +turns+ are heights at which sections change.
      def sum(low, high, turns)
        heights = turns.select { |height| height > low && height < high }.uniq { |height| height.round(7) }.sort
        stretches = [low, *heights, high].each_cons(2).reject { |from, till| till - from < 1e-7 }
        added(stretches.flat_map { |from, till| slab(from, till) })
      end

      private

      def added(slices) = slices.reduce([0.0, [0.0, 0.0, 0.0]]) { |sum, slice| [sum[0] + slice[0], Vector.add(sum[1], slice[1])] }

      # Between two heights.
      def slab(from, till)
        return [@slice.call((from + till) / 2, till - from)] if @constant

        refined(from, till, gauss(from, till), @halvings)
      end

      # Halves a stretch as long as its halves say something else than the whole.
      def refined(from, till, whole, left)
        # Where there is nothing at any node, there is nothing in between: sections change at turns alone.
        return [whole] if whole[0].zero?

        middle = (from + till) / 2
        halves = [gauss(from, middle), gauss(middle, till)]
        return halves if left.zero? || (whole[0] - halves.sum(&:first)).abs < EXACT * @box

        refined(from, middle, halves[0], left - 1) + refined(middle, till, halves[1], left - 1)
      end

      # Gauss's rule; the sine takes away the steep ends that round shapes have.
      def gauss(from, till)
        middle = (from + till) / 2
        half = (till - from) / 2
        added(RULE.map do |node, weight|
          angle = node * Math::PI / 2
          @slice.call(middle + (half * Math.sin(angle)), weight * Math::PI / 2 * half * Math.cos(angle))
        end)
      end
    end
  end
end
