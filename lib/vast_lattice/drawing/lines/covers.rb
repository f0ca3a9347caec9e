# frozen_string_literal: true

module VastLattice
  module Drawing
    # The faces that look towards the eye: whether one of them stands before a point of a view. Flat faces are exact, with the arcs of their
    # outlines; what is round stands for itself by as many facets as Outlines draws.
    class Covers
      # Of faces that are seen less than so much from the front, the depth cannot be told well enough: they cover nothing of a width.
      LEAST_FACING = 1e-3
      # A face stands before a point from so many mm on.
      BEFORE = 5e-3
      # How far beside an edge one looks, mm: what lies exactly where two faces meet is covered by both.
      BESIDE = 1e-8

      # +bodies+ and +view+ as of Outlines.
      def initialize(bodies, view, chords: Outlines::CHORDS)
        @grid = Grid.new(bodies.flat_map { |body| Body.new(body, view, chords).covers })
      end

      # Whether something stands before an edge at one of its points [x, y, depth], on either side of it: an edge that lies upon the end of
      # what covers it on one side is drawn as that. +across+ is the direction across the edge.
      def before?((x, y, depth), across)
        [BESIDE, -BESIDE].any? { |away| over?(x + (across[0] * away), y + (across[1] * away), depth) }
      end

      def over?(x, y, depth)
        @grid.any?(x, y) { |cover| cover.meets?(x, y) && cover.depth(x, y) > depth + BEFORE && cover.holds?(x, y) }
      end
      private :over?

      # What has a box in the view.
      class Boxed
        attr_reader :box

        def initialize(points)
          xs, ys, = points.transpose
          @box = Geometry::Box.new(left: xs.min, right: xs.max, bottom: ys.min, top: ys.max)
        end

        def meets?(x, y) = x > @box.left && x < @box.right && y > @box.bottom && y < @box.top
      end

      # A flat face seen askew: its plane as depth = over · x + up · y + start.
      class Plane < Boxed
        # +points+ are those around it, +origin+ is one of its plane.
        def initialize(points, origin, normal)
          super(points)
          @over = -normal[0] / normal[2]
          @up = -normal[1] / normal[2]
          @start = origin[2] - (@over * origin[0]) - (@up * origin[1])
        end

        def depth(x, y) = (@over * x) + (@up * y) + @start
      end

      # An exact Geometry::Face.
      class Exact < Plane
        def initialize(face, seen)
          @outer = face.profile.outer
          @inners = Grid.new(face.profile.inners)
          @origin = seen.point(*face.frame.origin)
          @across, @upwards, normal = [face.frame.u, face.frame.v, face.frame.n].map { |way| seen.direction(way) }
          box = face.profile.box
          corners = [box.left, box.right].product([box.bottom, box.top]).map { |x, y| seen.point(*face.frame.point(x, y)) }
          super(corners, @origin, normal)
        end

        def holds?(x, y)
          away = [x - @origin[0], y - @origin[1], depth(x, y) - @origin[2]]
          own = [Geometry::Vector.dot(away, @across), Geometry::Vector.dot(away, @upwards)]
          @outer.holds?(*own) && !@inners.any?(*own) { |loop| inside?(loop.box, *own) && loop.holds?(*own) }
        end

        private

        def inside?(box, x, y) = x.between?(box.left, box.right) && y.between?(box.bottom, box.top)
      end

      # A Geometry::Facet.
      class Flat < Plane
        def initialize(facet, seen)
          @rings = facet.rings.map { |ring| ring.map { |point| seen.point(*point) } }
          super(@rings.first, @rings.first.first, seen.direction(facet.normal))
        end

        # By the number of sides that a ray to the left crosses.
        def holds?(x, y)
          @rings.sum { |ring| ring.each_index.count { |index| crossed?(ring[index - 1], ring[index], x, y) } }.odd?
        end

        private

        def crossed?(from, till, x, y)
          (from[1] > y) != (till[1] > y) && x > from[0] + ((till[0] - from[0]) * (y - from[1]) / (till[1] - from[1]))
        end
      end

      # A whole turn seen at a right angle to its axis, a cylinder or a frustum: its near half, or its far half
      # where the material lies outside.
      class Turned < Boxed
        def initialize(face, seen)
          (@from, @radius), (till, last) = Outlines.rims(face).map { |middle, radius| [seen.point(*middle), radius] }
          @length = Math.hypot(till[0] - @from[0], till[1] - @from[1])
          @way = [(till[0] - @from[0]) / @length, (till[1] - @from[1]) / @length]
          @grows = (last - @radius) / @length
          @sign = face.inward ? -1 : 1
          super([[@from, @radius], [till, last]].flat_map { |point, radius| rim(point, radius) })
        end

        def holds?(x, y) = along(x, y).between?(0.0, @length) && beside(x, y).abs < radius(x, y)
        def depth(x, y) = @from[2] + (@sign * Math.sqrt([(radius(x, y)**2) - (beside(x, y)**2), 0.0].max))

        private

        def rim(point, radius)
          [-1, 1].map { |side| [point[0] - (side * radius * @way[1]), point[1] + (side * radius * @way[0])] }
        end

        def along(x, y) = ((x - @from[0]) * @way[0]) + ((y - @from[1]) * @way[1])
        def beside(x, y) = ((y - @from[1]) * @way[0]) - ((x - @from[0]) * @way[1])
        def radius(x, y) = @radius + (@grows * along(x, y))
      end

      # The covers of one body.
      class Body
        def initialize(body, view, chords)
          @chords = chords
          @body = body
          @seen = body.frame.seen_from(view)
          @towards = @seen.depths
        end

        def covers = @body.surface.flat_map { |face| of(face) }

        private

        def of(face)
          return front?(face.normal) ? [Exact.new(face, @seen)] : [] if face.is_a?(Geometry::Face)
          return [Turned.new(face, @seen)] if Outlines.sideways?(face, @towards)

          face.facets(@chords).select { |facet| front?(facet.normal) }.map { |facet| Flat.new(facet, @seen) }
        end

        def front?(normal) = Geometry::Vector.dot(normal, @towards) > LEAST_FACING
      end
    end
  end
end
