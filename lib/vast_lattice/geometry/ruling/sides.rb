# frozen_string_literal: true

module VastLattice
  module Geometry
    module Ruling
      # The sides of a body, each ruled by straight lines: planes, cylinders and cones are all that bodies have.
      module Sides
        module_function

        # FlatSides and RoundSides of a Prism or a Ring.
        def of(body) = body.is_a?(Ring) ? ring(body) : prism(body)

        def prism(body)
          frame = body.frame
          caps = [FlatSide.of(frame.move(0, 0, body.high), body.profile), lower(frame.move(0, 0, body.low), body.profile)]
          caps + body.profile.loops.flat_map do |loop|
            circle = loop.circle
            next [RoundSide.new(frame.move(circle[0], circle[1]), body.low, body.high, [circle[2]] * 2)] if circle

            loop.edges.select { |edge| Edge.chord(edge) > Arrangement::NEAR }.map { |edge| edge[4].zero? ? wall(body, edge) : arc(body, edge) }
          end
        end

        def lower(frame, profile)
          face = Face.flipped(frame, profile)
          FlatSide.of(face.frame, face.profile)
        end

        # Ruled along the edge or along the body, whichever is longer. Out of the body is to the right of an edge of an outer loop; of an
        # inner one it is into it, which makes no difference: the material decides.
        def wall(body, edge)
          foot = body.frame.point(edge[0], edge[1], body.low)
          top = body.frame.point(edge[2], edge[3], body.high)
          length = Edge.chord(edge)
          over = body.frame.direction([(edge[2] - edge[0]) / length, (edge[3] - edge[1]) / length, 0.0])
          (across, short), (along, long) = [[over, length], [body.axis, body.high - body.low]].sort_by(&:last)
          frame = Frame.new(foot, along, across, Vector.cross(over, body.axis))
          FlatSide.new(frame, ends: [0.0, short], bounds: Bounds.of([foot, top]), stretch: [0.0, long])
        end

        def arc(body, edge)
          x, y, radius, start, swept = Edge.arc(edge)
          RoundSide.new(body.frame.move(x, y), body.low, body.high, [radius, radius], start, swept)
        end

        def ring(body)
          frame = body.frame
          round = [body.outer, body.inner].select { |radii| radii.any?(&:positive?) }
          round.map { |radii| RoundSide.new(frame, body.low, body.high, radii) } + [disc(body, 1), disc(body, 0)].compact
        end

        # The flat end of a ring.
        def disc(body, at)
          outside, inside = [body.outer, body.inner].map { |radii| radii[at] }
          return unless outside > inside

          profile = Profile.new(Loop.circle(2 * outside), inside.positive? ? [Loop.circle(2 * inside)] : [])
          at.zero? ? lower(body.frame.move(0, 0, body.low), profile) : FlatSide.of(body.frame.move(0, 0, body.high), profile)
        end
        private_class_method :prism, :lower, :wall, :arc, :ring, :disc
      end
    end
  end
end
