# frozen_string_literal: true

module VastLattice
  module Geometry
    module Ruling
      # Places at which lines that rule a side begin or cease to meet a body, or meet another of its surfaces: between them, lengths change
      # smoothly.
      module Kinks
        # Nearer than this is in a plane, mm.
        NEAR = 1e-6

        module_function

        # Places across the lines of a FlatSide or RoundSide at which a body has them.
        def of(side, body) = body.is_a?(Ring) ? ring(side, body) : prism(side, body)

        # Angles at which a · cos + b · sin + c = 0.
        def angles(a, b, c)
          size = Math.hypot(a, b)
          return [] if size < 1e-12 || c.abs > size

          towards = Math.atan2(b, a)
          half = Math.acos(-c / size)
          [towards - half, towards + half]
        end

        # Of square · t² + 2 · half · t + rest.
        def roots(square, half, rest)
          return half.abs < 1e-12 ? [] : [-rest / (2 * half)] if square.abs < 1e-12

          under = (half * half) - (square * rest)
          return [] if under.negative?

          root = Math.sqrt(under)
          [(-half - root) / square, (-half + root) / square]
        end

        def prism(side, body)
          body.profile.loops.flat_map { |loop| loop.edges.flat_map { |edge| edge(side, body, edge) } }
        end

        def edge(side, body, edge)
          x, y, next_x, next_y, bulge = edge
          frame = body.frame
          low, high = [body.low, body.high].map { |height| frame.point(x, y, height) }
          upright = side.edge_places(low, high)
          if bulge.zero?
            ends = [[low, body.low], [high, body.high]]
            upright + ends.flat_map { |from, height| side.edge_places(from, frame.point(next_x, next_y, height)) }
          else
            upright + arc(side, body, Edge.arc(edge))
          end
        end

        def arc(side, body, (x, y, radius, start, swept))
          frame = body.frame
          one, other = [frame.u, frame.v].map { |direction| Vector.scale(direction, radius) }
          ends = [body.low, body.high].map { |height| frame.point(x, y, height) }
          rims = ends.flat_map do |centre|
            side.circle_angles(centre, one, other).select { |angle| Edge.within?(start, swept, angle) }
                .map { |angle| side.place(on(centre, one, other, angle)) }
          end
          angles = side.touching(frame.u, frame.v, [0.0, 0.0, 0.0], [ends[0], radius]).select { |angle| Edge.within?(start, swept, angle) }
          rims + angles.flat_map { |angle| side.line_places(*ends.map { |centre| on(centre, one, other, angle) }) }
        end

        def ring(side, body)
          [body.outer, body.inner].select { |radii| radii.any?(&:positive?) }.flat_map { |radii| cone(side, body, radii) }
        end

        def cone(side, body, radii)
          frame = body.frame
          ends = [body.low, body.high].map { |height| frame.point(0.0, 0.0, height) }
          rims = ends.zip(radii).flat_map { |centre, radius| radius.positive? ? rim(side, frame, centre, radius) : [] }
          growth = (radii[1] - radii[0]) / (body.high - body.low)
          angles = side.touching(frame.u, frame.v, Vector.scale(frame.n, -growth), [ends[0], radii[0]])
          rims + angles.flat_map do |angle|
            side.line_places(*ends.zip(radii).map do |centre, radius|
              on(centre, Vector.scale(frame.u, radius), Vector.scale(frame.v, radius), angle)
            end)
          end
        end

        def rim(side, frame, centre, radius)
          one, other = [frame.u, frame.v].map { |direction| Vector.scale(direction, radius) }
          side.circle_angles(centre, one, other).map { |angle| side.place(on(centre, one, other, angle)) }
        end

        def on(centre, one, other, angle) = Vector.along(Vector.along(centre, one, Math.cos(angle)), other, Math.sin(angle))
        private_class_method :prism, :edge, :arc, :ring, :cone, :rim, :on
      end
    end
  end
end
