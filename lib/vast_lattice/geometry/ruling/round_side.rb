# frozen_string_literal: true

module VastLattice
  module Geometry
    module Ruling
      # A round side of a body, of a cylinder or a cone, ruled by its straight lines: at an angle about its axis. Its radius goes from
      # +radii+[0] at its foot to +radii+[1] at its top.
      class RoundSide
        attr_reader :ends, :bounds

        # About the n of a frame from +low+ to +high+, over +sweep+ from the angle +start+ on (radians).
        def initialize(frame, low, high, radii, start = 0.0, sweep = Edge::TURN)
          @frame = frame
          @low = low
          @high = high
          @radii = radii
          @ends = [start, start + sweep].minmax
          @growth = (radii[1] - radii[0]) / (high - low)
          @length = Math.hypot(high - low, radii[1] - radii[0])
          @bounds = Bounds.of_box(frame, Loop.circle(2 * radii.max).box, low, high)
        end

        # From where to where along a line it is.
        def stretch = [0.0, @length]

        # How far another side is off that lies in the same cylinder or cone; nil for others.
        def off(other)
          return unless other.is_a?(RoundSide)

          apart = [0.0, 1.0, 2.0].flat_map { |angle| other.foot_and_top(angle).map { |point| beyond(point).abs } }.max / @radii.max
          apart if apart < Kinks::NEAR
        end

        # Ends of its straight line at an angle.
        def foot_and_top(angle)
          [[@low, 0], [@high, 1]].map { |height, at| @frame.point(Math.cos(angle) * @radii[at], Math.sin(angle) * @radii[at], height) }
        end

        # As FlatSide#line: an area has of a stretch what the radius says.
        def line(angle)
          cos = Math.cos(angle)
          sin = Math.sin(angle)
          from = @frame.point(cos * @radii[0], sin * @radii[0], @low)
          till = @frame.point(cos * @radii[1], sin * @radii[1], @high)
          normal = Vector.unit(@frame.direction([cos, sin, -@growth]))
          [from, Vector.scale(Vector.minus(till, from), 1 / @length), normal, @radii[0], (@radii[1] - @radii[0]) / @length]
        end

        # Wherever it is.
        def reach(_bounds) = ends

        def edge_places(from, till) = through(from, till, true)
        def line_places(from, till) = through(from, till, false)

        # Looked for step by step, as it is an equation of the fourth degree.
        STEPS = 48
        private_constant :STEPS

        def circle_angles(centre, one, other)
          form = lambda do |angle|
            beyond(Vector.along(Vector.along(centre, one, Math.cos(angle)), other, Math.sin(angle)))
          end
          at = Array.new(STEPS + 1) { |index| (index + 0.37) * Edge::TURN / STEPS }
          values = at.map(&form)
          # A circle of the side itself goes through it nowhere.
          return [] if values.all? { |value| value.abs < Kinks::NEAR * @radii.max }

          at.zip(values).each_cons(2).filter_map do |(from, value), (till, next_value)|
            halved(from, till, value, &form) if value.negative? ^ next_value.negative?
          end
        end

        # As FlatSide#touching; a cone's lines run from its tip. +foot+ [at one, at other, at rest] is a point of the surface at an angle.
        def touching(one, other, rest, foot)
          return Kinks.angles(*[one, other, rest].map { |part| Vector.dot(part, @frame.n) }) if @growth.abs < Kinks::NEAR

          tip = @frame.point(0.0, 0.0, @low - (@radii[0] / @growth))
          middle, radius = foot
          away = Vector.minus(middle, tip)
          Kinks.angles(Vector.dot(one, away), Vector.dot(other, away), Vector.dot(rest, away) + radius)
        end

        def place(point)
          x, y, = @frame.local(point)
          angle = Math.atan2(y, x)
          angle + (((ends[0] - angle) / Edge::TURN).ceil * Edge::TURN)
        end

        private

        def beyond(point)
          x, y, height = @frame.local(point)
          radius = @radii[0] + (@growth * (height - @low))
          (x * x) + (y * y) - (radius * radius)
        end

        def halved(from, till, value)
          50.times do
            middle = (from + till) / 2
            yield(middle).negative? == value.negative? ? from = middle : till = middle
          end
          from
        end

        # Where a line, or the stretch between two points, goes through the cylinder or cone, which may be longer than it is.
        def through(from, till, inside)
          x, y, height = @frame.local(from)
          over, up, rise = Vector.minus(@frame.local(till), [x, y, height])
          radius = @radii[0] + (@growth * (height - @low))
          change = @growth * rise
          roots = Kinks.roots((over * over) + (up * up) - (change * change), (x * over) + (y * up) - (radius * change),
                              (x * x) + (y * y) - (radius * radius))
          roots.select { |at| !inside || at.between?(0.0, 1.0) }
               .map { |at| place(Vector.add(Vector.scale(from, 1 - at), Vector.scale(till, at))) }
        end
      end
    end
  end
end
