# frozen_string_literal: true

module VastLattice
  module Geometry
    module Ruling
      # By how much steps (what is cut and added, one after the other) change the volume, the moments and the surface of bodies. All their
      # sides are ruled by straight lines, and a line goes through any body in closed form; so that one integral over each side gives all
      # three, the volume by the theorem of Gauss: V = 1/3 ∮ x·n dA, its first moments by ∮ x²/2 n dA.
      class Change
        # How far from a side its two sides are looked at at least, mm; and how many times as far as bodies lie apart that share it. Where
        # surfaces touch, what is measured is wrong by the root of this.
        SIDE = 1e-10
        BEYOND = 4
        # Shorter stretches of lines are no stretch, mm.
        LEAST = 1e-6
        # How far an integral may be off, as part of what the boxes around all of it have.
        EXACT = 1e-9

        # A body as lines go through it, its number in the order of making, and what it does.
        Step = Struct.new(:number, :operation, :body, :pierced, :bounds, :sides)
        # A side of a Step, the Steps around it, whether each has a side in the same surface, and how far from it to look.
        Seen = Struct.new(:step, :side, :near, :shared, :aside)

        # +bodies+ of the blank, +steps+ [[:cut or :add, body], …].
        def initialize(bodies, steps)
          all = bodies.map { |body| [:add, body] } + steps
          @steps = all.each_with_index.map do |(operation, body), number|
            Step.new(number, operation, body, pierced(body), body.bounds, Sides.of(body))
          end
          @own = bodies.size
          @changed = Bounds.around(steps.map { |_, body| body.bounds })
          @centre = @changed.centre
          @exact = tolerance
        end

        # [volume in mm3, moments in mm4, surface in mm2] that come by the steps.
        def sums
          volume, *moments, surface = @steps.map { |step| of_step(step) }.transpose.map(&:sum)
          [volume, Vector.add(moments, Vector.scale(@centre, volume)), surface]
        end

        private

        NOTHING = ([0.0] * 5).freeze
        private_constant :NOTHING

        def pierced(body) = body.is_a?(Ring) ? PiercedRing.new(body) : PiercedPrism.new(body)

        def tolerance
          size = @changed.size
          volume = [size.reduce(:*), 1e-3].max * EXACT
          [volume, *([volume * size.max] * 3), [size.max**2, 1e-3].max * EXACT]
        end

        def of_step(step)
          found = step.sides.map { |side| of_side(step, side) }
          found.transpose.map(&:sum)
        end

        def of_side(step, side)
          near = @steps.select { |other| other.bounds.meets?(side.bounds, Tangle::NEAR) }
          return NOTHING unless changes?(near)

          seen = seen(step, side, near)
          stretches = places(side, near).each_cons(2).select { |from, till| till - from > 1e-9 }
          stretches.map { |from, till| integral(seen, from, till) }.reduce(NOTHING) { |sum, part| sum.zip(part).map(&:sum) }
        end

        def seen(step, side, near)
          off = near.map { |other| other.equal?(step) ? 0.0 : other.sides.filter_map { |one| side.off(one) }.min }
          Seen.new(step, side, near, off.map { |apart| !apart.nil? }, [SIDE, BEYOND * off.compact.max].max)
        end

        # Far from all steps nothing changes; and a cut has no wall where there is no material.
        def changes?(near) = near.any? { |other| other.number >= @own } && near.any? { |other| other.operation == :add }

        def integral(seen, from, till)
          Quadrature.integral(from, till, @exact) { |place| at(seen, place) }
        end

        # Sorted, from the first to the last at which something may have changed.
        def places(side, near)
          low, high = side.reach(@changed)
          return [] if low >= high

          inner = near.flat_map { |other| Kinks.of(side, other.body) }.select { |place| place > low && place < high }
          [low, *inner.uniq { |place| place.round(9) }.sort, high]
        end

        # What a line of a side has of all sums, and whose ends its stretches have: as long as these are the same, all changes smoothly.
        def at(seen, place)
          Work.take(2 * seen.near.size)
          line = seen.side.line(place)
          behind, before = both_sides(seen, *line)
          own = turned(seen, behind, before)
          return [NOTHING, NO_ENDS] if own.empty?

          found = stretches(own, material(seen.near, behind), material(seen.near, before))
          less = seen.step.number < @own ? earlier(seen, own, behind, before) : NO_ENDS
          sums = Array.new(5, 0.0)
          found.each { |from, till, sign| part(sums, sign, 1.0, from, till, line) }
          less.each { |from, till, sign| part(sums, sign, -1.0, from, till, line) }
          [sums, ends(found + less, behind, before)]
        end

        NO_ENDS = [].freeze
        private_constant :NO_ENDS

        # The stretches that there were before all steps.
        def earlier(seen, own, behind, before)
          blank = seen.near.take_while { |other| other.number < @own }
          stretches(own, material(blank, behind), material(blank, before))
        end

        # Of each end of stretches the body whose end it is, nil where the side itself ends: numbers are handed on as they are.
        def ends(stretches, behind, before)
          stretches.flat_map { |from, till, sign| [sign, owner(from, behind, before), owner(till, behind, before)] }
        end

        def owner(place, behind, before)
          behind.index { |spans| spans.include?(place) } || before.index { |spans| spans.include?(place) }
        end

        # Spans of all bodies along a line, a little behind it and before it: that makes a difference where they share the surface alone.
        # The others are looked at before it, too: there the line goes through no corner by design.
        def both_sides(seen, point, direction, normal, *)
          ways = [-seen.aside, seen.aside].map { |distance| Vector.along(point, normal, distance) }
          pairs = seen.near.zip(seen.shared).map do |other, shared|
            shared ? ways.map { |way| other.pierced.spans(way, direction) } : [other.pierced.spans(ways.last, direction)] * 2
          end
          pairs.transpose
        end

        # Where the line lies in a side of the body and of none that was made earlier, which has it too.
        def turned(seen, behind, before)
          own = seen.near.index { |other| other.equal?(seen.step) }
          (0...own).reduce(Spans.both(difference(behind, before, own), seen.side.stretch)) do |left, index|
            seen.shared[index] ? Spans.minus(left, difference(behind, before, index)) : left
          end
        end

        def difference(behind, before, index) = Spans.longer(Spans.either(behind[index], before[index]), LEAST)

        def material(near, spans)
          near.each_with_index.reduce(Spans::NONE) do |found, (other, index)|
            other.operation == :add ? Spans.union(found, spans[index]) : Spans.minus(found, spans[index])
          end
        end

        # [from, till, sign] of the stretches at which there is material on one side only: 1 where that is behind, else -1.
        def stretches(own, behind, before)
          return NO_ENDS if behind == before

          [[Spans.minus(behind, before), 1.0], [Spans.minus(before, behind), -1.0]].flat_map do |spans, sign|
            Spans.both(own, spans).each_slice(2).map { |from, till| [from, till, sign] }
          end
        end

        # Adds [volume, three moments, area] of a stretch, so many +times+: along it the normal is one, the place grows evenly, and so does
        # what it has of the area, so that two nodes are exact.
        def part(found, sign, times, from, till, (point, direction, normal, density, growth))
          half = (till - from) / 2
          [-INNER, INNER].each do |node|
            at = ((from + till) / 2) + (node * half)
            weight = (density + (growth * at)) * half * times
            signed = sign * weight
            away = Vector.minus(Vector.along(point, direction, at), @centre)
            found[0] += signed * Vector.dot(away, normal) / 3
            3.times { |axis| found[axis + 1] += signed * away[axis] * away[axis] * normal[axis] / 2 }
            found[4] += weight
          end
        end

        # Node of Gauss's rule with two.
        INNER = 1 / Math.sqrt(3)
        private_constant :INNER
      end
    end
  end
end
