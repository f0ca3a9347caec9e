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
      # How far past the end of a face reaches what ends with it, mm.
      ABOUT = 1e-7

      # +covers+ are Boxed values.
      def initialize(covers)
        @grid = Grid.new(covers)
      end

      # Whether something stands before an edge at one of its points [x, y, depth], on either side of it: an edge that lies upon the end of
      # what covers it on one side is drawn as that. +across+ is the direction across the edge.
      def before?((x, y, depth), across)
        over = across[0] * BESIDE
        up = across[1] * BESIDE
        over?(x + over, y + up, depth) || over?(x - over, y - up, depth)
      end

      def over?(x, y, depth)
        least = depth + BEFORE
        @grid.any?(x, y) { |cover| cover.meets?(x, y) && cover.depth(x, y) > least && cover.holds?(x, y) }
      end
      private :over?

      # What has a box in the view.
      class Boxed
        attr_reader :box

        # The Geometry::Box around points.
        def self.around(points)
          xs, ys, = points.transpose
          Geometry::Box.new(left: xs.min, right: xs.max, bottom: ys.min, top: ys.max)
        end

        def initialize(box)
          @box = box
        end

        def meets?(x, y) = x > @box.left && x < @box.right && y > @box.bottom && y < @box.top

        # The same with what ends with it.
        def near?(x, y)
          x > @box.left - ABOUT && x < @box.right + ABOUT && y > @box.bottom - ABOUT && y < @box.top + ABOUT
        end

        # Whether it can hide what stands behind it as a whole, as hides? says: it is a shield then.
        def shield? = false
      end

      # Another one, moved over the view and in its depth.
      class Moved < Boxed
        def initialize(cover, over, upwards, nearer)
          @cover = cover
          @over = over
          @upwards = upwards
          @nearer = nearer
          super(cover.box.move(over, upwards))
        end

        def holds?(x, y) = @cover.holds?(x - @over, y - @upwards)
        def hull = @cover.hull.map { |x, y, deep| [x + @over, y + @upwards, deep + @nearer] }
        def depth(x, y) = @cover.depth(x - @over, y - @upwards) + @nearer
      end

      # A flat face seen askew: its plane as depth = over · x + up · y + start.
      class Plane < Boxed
        # +points+ are those around it, +origin+ is one of its plane.
        def initialize(points, origin, normal)
          super(Boxed.around(points))
          @over = -normal[0] / normal[2]
          @up = -normal[1] / normal[2]
          @start = origin[2] - (@over * origin[0]) - (@up * origin[1])
          # One looks onto it: told apart, since most are asked so.
          @level = @over.zero? && @up.zero?
        end

        def depth(x, y) = @level ? @start : (@over * x) + (@up * y) + @start
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
          own = own(x, y)
          @outer.holds?(*own) && !@inners.any?(*own) { |loop| inside?(loop.box, *own) && loop.holds?(*own) }
        end

        def shield? = @outer.rectangle?

        # Whether all that lies between points [x, y, depth] is behind it: between points of a rectangle without an opening there it is
        # the same plane.
        def hides?(points)
          return false unless points.all? { |x, y, deep| near?(x, y) && depth(x, y) > deep + BEFORE }

          ends = points.map { |x, y, _| own(x, y) }
          ends.all? { |x, y| within?(x, y) } && closed?(ends)
        end

        private

        # How far within each of its sides a place is.
        def sides(x, y)
          box = @outer.box
          [x - box.left + ABOUT, box.right + ABOUT - x, y - box.bottom + ABOUT, box.top + ABOUT - y]
        end

        def within?(x, y) = sides(x, y).none?(&:negative?)

        # Whether there is no opening between places of it.
        def closed?(places)
          xs, ys = places.transpose
          area = Geometry::Box.new(left: xs.min, right: xs.max, bottom: ys.min, top: ys.max)
          @inners.near(area).none? { |loop| loop.box.meets?(area) }
        end

        # A point of the view in its own plane.
        def own(x, y)
          over = x - @origin[0]
          up = y - @origin[1]
          deep = depth(x, y) - @origin[2]
          [(over * @across[0]) + (up * @across[1]) + (deep * @across[2]), (over * @upwards[0]) + (up * @upwards[1]) + (deep * @upwards[2])]
        end

        def inside?(box, x, y) = x.between?(box.left, box.right) && y.between?(box.bottom, box.top)
      end

      # A Geometry::Facet.
      class Flat < Plane
        def initialize(facet, seen)
          @rings = facet.rings.map { |ring| ring.map { |point| seen.point(*point) } }
          super(@rings.first, @rings.first.first, seen.direction(facet.normal))
        end

        # As of an edge: what is behind something with all its corners is so itself.
        def hull = @rings.first

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
          super(Boxed.around([[@from, @radius], [till, last]].flat_map { |point, radius| rim(point, radius) }))
        end

        def holds?(x, y) = along(x, y).between?(0.0, @length) && beside(x, y).abs < radius(x, y)

        # From outside it is nowhere deeper than halfway between two of its points.
        def shield? = @sign.positive?

        def depth(x, y) = @from[2] + (@sign * Math.sqrt([(radius(x, y)**2) - (beside(x, y)**2), 0.0].max))

        def hides?(points)
          points.all? { |x, y, deep| near?(x, y) && sides(x, y).none?(&:negative?) && depth(x, y) > deep + BEFORE }
        end

        private

        def sides(x, y)
          along = along(x, y)
          beside = beside(x, y)
          [along + ABOUT, @length + ABOUT - along, radius(x, y) + ABOUT - beside, radius(x, y) + ABOUT + beside]
        end

        def rim(point, radius)
          [-1, 1].map { |side| [point[0] - (side * radius * @way[1]), point[1] + (side * radius * @way[0])] }
        end

        def along(x, y) = ((x - @from[0]) * @way[0]) + ((y - @from[1]) * @way[1])
        def beside(x, y) = ((y - @from[1]) * @way[0]) - ((x - @from[0]) * @way[1])
        def radius(x, y) = @radius + (@grows * along(x, y))
      end

      # The covers of one body; +seen+ is its frame as seen from a view, +facets+ gives the facets of a face.
      class Body
        def initialize(body, seen, facets)
          @facets = facets
          @body = body
          @seen = seen
          @towards = seen.depths
        end

        # Those of whole faces, and of the facets of all others.
        def broad = @broad ||= plain.filter_map { |face| whole(face) }
        def fine = @fine ||= (faces - plain).flat_map { |face| facets(face) }

        private

        def faces = @body.surface
        def plain = @plain ||= faces.select { |face| face.is_a?(Geometry::Face) || Outlines.sideways?(face, @towards) }

        def whole(face)
          return Turned.new(face, @seen) unless face.is_a?(Geometry::Face)

          Exact.new(face, @seen) if front?(face.normal)
        end

        # What is looked along shows nothing of itself.
        def facets(face)
          return [] if Outlines.along?(face, @towards)

          @facets[face].select { |facet| front?(facet.normal) }.map { |facet| Flat.new(facet, @seen) }
        end

        def front?(normal) = Geometry::Vector.dot(normal, @towards) > LEAST_FACING
      end
    end
  end
end
