# frozen_string_literal: true

module VastLattice
  module Geometry
    module Ruling
      # As Change, of round bodies about one axis: between their ends and the places at which their sides cross all are rings of straight
      # sides, exact in closed form.
      class Coaxial
        # How far an axis may be off, mm.
        SAME = 1e-6

        # From +low+ to +high+ along the axis, with radii at both ends.
        Round = Struct.new(:low, :high, :inner, :outer) do
          def at(radii, height) = radii[0] + ((radii[1] - radii[0]) * (height - low) / (high - low))
          def sides = [inner, outer]
          def there?(height) = height > low && height < high
        end

        # The Coaxial of bodies and steps [[operation, body], …], or nil where one of them is not round about the same axis.
        def self.of(bodies, steps)
          all = bodies + steps.map(&:last)
          axis = all.first.frame
          foot = centre(all.first) or return
          rounds = all.map { |body| round(body, foot, axis.n) }
          return if rounds.any?(&:nil?)

          new(foot, axis.n, rounds, ([true] * bodies.size) + steps.map { |operation, _| operation == :add }, bodies.size)
        end

        # A point of its axis; nil for what is not round.
        def self.centre(body)
          return body.frame.origin if body.is_a?(Ring)

          circles = body.profile.loops.map(&:circle)
          return if circles.any?(&:nil?) || circles.size > 2 || circles.map { |x, y, _| [x.round(6), y.round(6)] }.uniq.size > 1

          body.frame.point(*circles.first.first(2))
        end

        def self.round(body, foot, axis)
          point = centre(body)
          return unless point && body.frame.parallel?(axis)

          away = Vector.minus(point, foot)
          return if Vector.length(Vector.minus(away, Vector.scale(axis, Vector.dot(away, axis)))) > SAME

          ends = [body.low, body.high].map { |height| Vector.dot(Vector.minus(body.frame.point(0.0, 0.0, height), foot), axis) }
          inner, outer = radii(body)
          ends[0] < ends[1] ? Round.new(*ends, inner, outer) : Round.new(*ends.reverse, inner.reverse, outer.reverse)
        end

        def self.radii(body)
          return [body.inner, body.outer] if body.is_a?(Ring)

          outside, inside = body.profile.loops.map { |loop| loop.circle.last }
          [[inside || 0.0] * 2, [outside] * 2]
        end
        private_class_method :centre, :round, :radii, :new

        # +adds+ whether each adds material; the first +own+ are the blank's.
        def initialize(foot, axis, rounds, adds, own)
          @foot = foot
          @axis = axis
          @rounds = rounds
          @adds = adds
          @own = own
        end

        # As Change#sums.
        def sums
          after, before = [@rounds.size, @own].map { |count| measured(count) }
          volume, along, surface = after.zip(before).map { |one, other| one - other }
          [volume, Vector.along(Vector.scale(@foot, volume), @axis, along), surface]
        end

        private

        # [volume, moment along the axis, surface] of the first so many.
        def measured(count)
          layers = heights.each_cons(2).map { |from, till| [from, till, rings(count, from, till)] }
          sides = layers.flat_map do |from, till, rings|
            rings.each_with_index.map { |side, index| frustum(side, from, till, index.odd? ? 1 : -1) }
          end
          sides.reduce([0.0, 0.0, flats(layers.map(&:last))]) { |sum, part| sum.zip(part).map(&:sum) }
        end

        # The flat area between layers of rings, below the first and above the last.
        def flats(layers)
          ends = [Spans::NONE, *layers.flat_map { |rings| [rings.map(&:first), rings.map(&:last)] }, Spans::NONE]
          rings = ends.each_slice(2).flat_map { |below, above| Spans.either(below, above) }
          rings.each_slice(2).sum { |from, till| Math::PI * ((till**2) - (from**2)) }
        end

        # Ends of all, and where two sides cross.
        def heights
          @heights ||= begin
            ends = @rounds.flat_map { |round| [round.low, round.high] }
            (ends + @rounds.combination(2).flat_map { |one, other| crossings(one, other) }).uniq { |height| height.round(9) }.sort
          end
        end

        def crossings(one, other)
          low = [one.low, other.low].max
          high = [one.high, other.high].min
          return [] if low >= high

          one.sides.product(other.sides).filter_map do |mine, theirs|
            from, till = [low, high].map { |height| one.at(mine, height) - other.at(theirs, height) }
            low + ((high - low) * from / (from - till)) if from * till < -1e-18
          end
        end

        # Sides of the rings of material between two heights, from the axis outwards, two of each: [radius at the first, at the second].
        def rings(count, from, till)
          middle = (from + till) / 2
          there = @rounds.first(count).select { |round| round.there?(middle) }
          sides = there.flat_map { |round| round.sides.map { |side| [round.at(side, from), round.at(side, till)] } }
          sides = [[0.0, 0.0], *sides].uniq { |side| side.sum.round(9) }.sort_by(&:sum)
          turns(sides, sides.each_cons(2).map { |one, other| material?(count, (one.sum + other.sum) / 4, middle) })
        end

        # Those of them at which material begins or ends.
        def turns(sides, inside)
          sides.zip([false, *inside], [*inside, false]).select { |_, within, beyond| within ^ beyond }.map(&:first)
        end

        # Whoever came last says.
        def material?(count, radius, height)
          last = (count - 1).downto(0).find { |index| holds?(@rounds[index], radius, height) }
          last ? @adds[last] : false
        end

        def holds?(round, radius, height)
          round.there?(height) && radius.between?(round.at(round.inner, height), round.at(round.outer, height))
        end

        # What lies within a side: V = πh/3 (R² + Rr + r²), its moment, and the area of the side, π (R + r) times the slant height.
        def frustum((radius, next_radius), from, till, sign)
          height = till - from
          volume = sign * Math::PI * height / 3 * ((radius**2) + (radius * next_radius) + (next_radius**2))
          moment = sign * Math::PI * (height**2) / 12 * ((radius**2) + (2 * radius * next_radius) + (3 * (next_radius**2)))
          [volume, moment + (from * volume), Math::PI * (radius + next_radius) * Math.hypot(height, next_radius - radius)]
        end
      end
    end
  end
end
