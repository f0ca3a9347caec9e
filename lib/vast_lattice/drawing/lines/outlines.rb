# frozen_string_literal: true

module VastLattice
  module Drawing
    # The edges of a body as they lie in the plane of a view, with their depths: exact circles and arcs where one looks onto their face,
    # lines everywhere else. What is round and looked at from the side has the lines at which it turns out of sight.
    class Outlines
      # A line from [x, y, depth] to another; the larger depth is nearer to the eye. That of a circle seen edge-on comes nearer between its
      # ends, by its radius (+bulge+) in the middle.
      # +level+ is the depth of the face that one looks onto whose outline it is part of; +front+ is false where its face looks away.
      Segment = Struct.new(:from, :till, :owner, :bulge, :level, :front) do
        def box
          @box ||= Geometry::Box.new(left: [from[0], till[0]].min, right: [from[0], till[0]].max,
                                     bottom: [from[1], till[1]].min, top: [from[1], till[1]].max)
        end

        # The point at a share of the way.
        def at(share)
          depth = from[2] + ((till[2] - from[2]) * share)
          depth += bulge * Math.sqrt([4 * share * (1 - share), 0.0].max) if bulge
          [from[0] + ((till[0] - from[0]) * share), from[1] + ((till[1] - from[1]) * share), depth]
        end

        def ends = [0.0, 1.0]

        # How long it is in the view, mm.
        def length = @length ||= Math.hypot(till[0] - from[0], till[1] - from[1])

        # The direction across it in the view.
        def across(_share)
          [(from[1] - till[1]) / length, (till[0] - from[0]) / length]
        end

        # The furthest and the nearest of it.
        def deep = @deep ||= [from[2], till[2]].min
        def high = @high ||= [from[2], till[2]].max + bulge.to_f

        def mark = Marks::Line.new(from: from.first(2), till: till.first(2), owner: owner)

        # Equal ones lie upon each other in the view.
        def place = [from, till].map { |x, y, _| [(x * 1e4).round, (y * 1e4).round] }.sort
      end

      # A part of a circle that one looks onto, as Marks::Arc, at one +depth+.
      Curve = Struct.new(:centre, :radius, :start, :sweep, :depth, :owner, :front) do
        def box
          @box ||= Geometry::Box.new(left: centre[0] - radius, right: centre[0] + radius,
                                     bottom: centre[1] - radius, top: centre[1] + radius)
        end

        def at(share)
          angle = start + (sweep * share)
          [centre[0] + (radius * Math.cos(angle)), centre[1] + (radius * Math.sin(angle)), depth]
        end

        def length = radius * sweep
        def whole? = sweep >= (2 * Math::PI) - 1e-9
        def ends = whole? ? [] : [0.0, 1.0]
        def across(share) = (start + (sweep * share)).then { |angle| [Math.cos(angle), Math.sin(angle)] }
        def deep = depth
        def high = depth
        def mark = Marks::Arc.new(centre: centre, radius: radius, start: start, sweep: sweep, owner: owner)
        def place = [*centre, radius, start, sweep].map { |number| (number * 1e4).round }
      end

      # Chords to a full turn of what is round and not looked onto.
      CHORDS = 36

      # +body+ has a frame and a surface (Geometry::Model::Body, Geometry::Solid); +view+ is a Geometry::Frame with n towards the eye.
      def initialize(body, view, chords: CHORDS)
        @chords = chords
        @view = view
        @body = body
        @seen = body.frame.seen_from(view)
        @towards = @seen.depths.freeze
      end

      # Segments and Curves of all faces.
      def all = @body.surface.flat_map { |face| edges(face) }

      # Of edges of faces that look towards the eye those past which one looks at something else: an edge of two of them has a face on
      # either side.
      def self.contours(edges)
        edges.group_by(&:place).flat_map { |_, same| same.size == 1 ? same : single(same) }
      end

      # Those of the same place that are there once at their depth.
      def self.single(same)
        same.group_by { |edge| edge.at(0.5)[2].round(3) }.values.select(&:one?).flatten(1)
      end
      private_class_method :single

      def self.nearest(edges)
        edges.group_by(&:place).filter_map { |_, same| Outlines.seamless(same).max_by { |edge| edge.at(0.5)[2] } }
      end

      # Edges that lie upon each other, without those at which two faces of one plane meet: there is no line between them.
      def self.seamless(same)
        return same if same.size == 1 || same.first.is_a?(Curve)

        seams = same.filter_map(&:level).map { |level| level.round(6) }.tally.select { |_, times| times > 1 }
        seams.empty? ? same : same.reject { |edge| seams.key?(edge.level&.round(6)) }
      end

      # Whether a Strip or a Cone is a whole turn, seen at a right angle to its axis.
      def self.sideways?(face, towards)
        (face.is_a?(Geometry::Cone) || (face.is_a?(Geometry::Strip) && face.loop.circle && face.open.empty?)) &&
          Geometry::Vector.dot(face.axis, towards).abs < 1e-9
      end

      # The middle and the radius of the two rims of such a face: [[point, radius], …].
      def self.rims(face)
        if face.is_a?(Geometry::Cone)
          return [[face.low, face.radii[0]], [face.high, face.radii[1]]].map do |height, radius|
            [face.frame.point(0.0, 0.0, height), radius]
          end
        end

        x, y, radius = face.loop.circle
        [face.low, face.high].map { |height| [face.frame.point(x, y, height), radius] }
      end

      private

      def facing(direction) = Geometry::Vector.dot(direction, @towards)

      def edges(face)
        return sideways(face) if Outlines.sideways?(face, @towards)

        case face
        when Geometry::Face then facing(face.normal).abs > 1 - 1e-9 ? looked_onto(face) : facets(face)
        # The rims of what is looked along are edges of faces.
        when Geometry::Strip then facing(face.axis).abs > 1 - 1e-9 ? [] : facets(face)
        when Geometry::Cone then facing(face.axis).abs > 1 - 1e-9 ? rims(face) : facets(face)
        else facets(face)
        end
      end

      def looked_onto(face)
        frame = face.frame.within(@body.frame)
        depth = @seen.point(*face.frame.origin)[2]
        outer, *inner = face.profile.loops.map { |loop| [loop, frame.carry(loop, @view)] }
        drawn = face.smooth.empty? ? curves(outer.last, depth, face.owner) : sharp(face)
        found = drawn + inner.flat_map { |_, loop| curves(loop, depth, face.owner) }
        facing(face.normal).negative? ? found.each { |edge| edge.front = false } : found
      end

      def sharp(face) = face.sharp.map { |from, till| segment(from, till, face.owner) }

      def curves(loop, depth, owner)
        return [Curve.new(loop.circle.first(2), loop.circle.last, 0.0, 2 * Math::PI, depth, owner)] if loop.circle

        loop.edges.map do |edge|
          edge.last.zero? ? Segment.new([*edge[0, 2], depth], [*edge[2, 2], depth], owner, nil, depth) : arc(edge, depth, owner)
        end
      end

      def arc(edge, depth, owner)
        centre, start, sweep = Marks.arc(edge)
        Curve.new(centre, Geometry::Edge.radius(edge), start, sweep, depth, owner)
      end

      def rims(cone)
        Outlines.rims(cone).select { |_, radius| radius > 1e-9 }.map do |middle, radius|
          x, y, depth = @seen.point(*middle)
          Curve.new([x, y], radius, 0.0, 2 * Math::PI, depth, cone.owner)
        end
      end

      # Two rims seen edge-on, and the two lines at which it turns out of sight.
      def sideways(face)
        along = @seen.direction(face.axis)
        low, high = Outlines.rims(face).map do |middle, radius|
          x, y, depth = @seen.point(*middle)
          [[x - (along[1] * radius), y + (along[0] * radius), depth], [x + (along[1] * radius), y - (along[0] * radius), depth], radius]
        end
        [*[low, high].select { |rim| rim.last > 1e-9 }.map { |from, till, radius| Segment.new(from, till, face.owner, radius) },
         *[0, 1].map { |side| Segment.new(low[side], high[side], face.owner) }]
      end

      def facets(face)
        face.facets(@chords).flat_map do |facet|
          towards = facing(facet.normal) > 1e-9
          turning = facet.soft.reject { |_, _, beyond| towards == (facing(beyond) > 1e-9) }
          level = @seen.point(*facet.rings.first.first)[2] if facing(facet.normal).abs > 1 - 1e-9
          [*facet.edges, *turning].map { |from, till, _| segment(from, till, face.owner, level: level, front: towards) }
        end
      end

      def segment(from, till, owner, level: nil, front: true)
        Segment.new(@seen.point(*from), @seen.point(*till), owner, nil, level, front)
      end
    end
  end
end
