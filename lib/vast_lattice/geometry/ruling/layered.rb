# frozen_string_literal: true

module VastLattice
  module Geometry
    module Ruling
      # As Change, of prisms that all run the same way: in layers between their ends, areas and outlines are exact in closed form.
      class Layered
        # How far beside an outline its two sides are looked at, mm.
        SIDE = 1e-6

        def self.of(bodies, steps)
          all = bodies + steps.map(&:last)
          new(bodies, steps) if all.all? { |body| body.is_a?(Prism) && body.frame.parallel?(all.first.axis) }
        end

        def initialize(bodies, steps)
          all = bodies + steps.map(&:last)
          @frame = all.first.frame
          @profiles = all.map { |body| Profile.new(*carried(body)) }
          @spans = all.map { |body| span(body) }
          # Whether whoever is in that body, and in none that was made later, is in material.
          @adds = ([true] * bodies.size) + steps.map { |operation, _| operation == :add }
          @blank = (1 << bodies.size) - 1
        end

        # As Change#sums.
        def sums
          after, before = [-1, @blank].map { |mask| measured(mask) }
          after.zip(before).map { |one, other| one.is_a?(Array) ? Vector.minus(one, other) : one - other }
        end

        # The length of the outlines of a section half way up, mm.
        def outline_length
          low, high = @spans.flatten.minmax
          section(there((low + high) / 2))[3]
        end

        private

        def carried(body)
          outer, *inners = body.profile.loops.map { |loop| body.frame.carry(loop, @frame) }
          [outer, inners]
        end

        def span(body) = [body.low, body.high].map { |height| @frame.local(body.frame.point(0.0, 0.0, height))[2] }.sort

        # Each piece with the bodies that it has to its left and to its right, as bits.
        def pieces
          @pieces ||= Arrangement.new(@profiles.flat_map(&:loops)).pieces.map do |edge|
            x, y = Arrangement.middle(edge)
            length = Edge.chord(edge)
            aside = [(edge[3] - edge[1]) / length * SIDE, (edge[2] - edge[0]) / length * SIDE]
            [edge, bits(x - aside[0], y + aside[1]), bits(x + aside[0], y - aside[1])]
          end
        end

        def bits(x, y)
          Work.take(@profiles.size)
          @profiles.each_with_index.sum { |profile, index| within?(profile, x, y) ? 1 << index : 0 }
        end

        def within?(profile, x, y)
          box = profile.box
          x.between?(box.left, box.right) && y.between?(box.bottom, box.top) && profile.holds?(x, y)
        end

        # [volume, moments, surface] of those bodies that a mask has.
        def measured(mask)
          found = [0.0, [0.0, 0.0, 0.0], 0.0]
          layers.each_cons(2) do |(from, below), (height, above)|
            found[2] += level(below & mask, above & mask)
            slab(found, from, height, below & mask) if from
          end
          found
        end

        # [height at which it begins, bodies there as bits], of all layers and what lies below and above them.
        def layers
          @layers ||= begin
            heights = @spans.flatten.uniq { |height| height.round(7) }.sort
            inner = heights.each_cons(2).map { |from, till| [from, there((from + till) / 2)] }
            [[nil, 0], *inner, [heights.last, 0]]
          end
        end

        def there(height) = @spans.each_with_index.sum { |(low, high), index| height.between?(low, high) ? 1 << index : 0 }

        # Material there: whoever came last says.
        def material?(bits) = bits.positive? && @adds[bits.bit_length - 1]

        # The flat area between two layers.
        def level(below, above)
          pieces.sum do |edge, left, right|
            one = material?(left & below) ^ material?(left & above)
            other = material?(right & below) ^ material?(right & above)
            next 0.0 if one == other

            one ? Edge.area(edge) : -Edge.area(edge)
          end
        end

        def slab(found, from, till, active)
          area, over, up, length = section(active)
          height = till - from
          volume = area * height
          found[0] += volume
          found[1] = Vector.add(found[1], moment(volume, over * height, up * height, (from + till) / 2))
          found[2] += length * height
        end

        def section(active)
          found = [0.0] * 4
          pieces.each do |edge, left, right|
            one = material?(left & active)
            next if one == material?(right & active)

            sign = one ? 1 : -1
            over, up = Edge.moments(edge)
            [sign * Edge.area(edge), sign * over, sign * up, Edge.length(edge)].each_with_index { |part, index| found[index] += part }
          end
          found
        end

        def moment(volume, over, upwards, height)
          at = Vector.scale(Vector.along(@frame.origin, @frame.n, height), volume)
          Vector.along(Vector.along(at, @frame.u, over), @frame.v, upwards)
        end
      end
    end
  end
end
