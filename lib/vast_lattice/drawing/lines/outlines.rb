# frozen_string_literal: true

module VastLattice
  module Drawing
    # The edges of a body as they lie in the plane of a view, with their depths: exact circles and arcs where one looks onto their face,
    # lines everywhere else. What is round and looked at from the side has the lines at which it turns out of sight.
    class Outlines
      # Chords to a full turn of what is round and not looked onto.
      CHORDS = 36

      # Of faces that look that little towards the eye or away from it, one sees the edge alone.
      EDGE_ON = 1e-9

      # The facets of faces by face, each worked out once: what is round and not looked onto has so many +chords+ to a turn.
      def self.facets(chords = CHORDS) = Hash.new { |kept, face| kept[face] = face.facets(chords) }.compare_by_identity

      # +body+ has a surface (Geometry::Model::Body, Geometry::Solid), +seen+ is its frame as seen from a view, with n towards the eye;
      # +behind+ says whether edges of faces that look away are wanted, too.
      def initialize(body, seen, facets: Outlines.facets, behind: true)
        @facets = facets
        @behind = behind
        @body = body
        @seen = seen
        @towards = seen.depths.freeze
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

      # Whether one looks along the sides of a face.
      def self.along?(face, towards)
        face.is_a?(Geometry::Strip) && Geometry::Vector.dot(face.axis, towards).abs > 1 - 1e-9
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
        when Geometry::Face then flat(face)
        # The rims of what is looked along are edges of faces.
        when Geometry::Strip then Outlines.along?(face, @towards) ? [] : facets(face)
        when Geometry::Cone then facing(face.axis).abs > 1 - 1e-9 ? rims(face) : facets(face)
        else facets(face)
        end
      end

      # Nothing of what is seen edge-on, or from behind where that is not wanted: its edges are edges of other faces, too, or are points.
      def flat(face)
        towards = facing(face.normal)
        return [] if towards.abs < EDGE_ON || !wanted?(towards)

        towards.abs > 1 - 1e-9 ? looked_onto(face) : facets(face)
      end

      def wanted?(towards) = @behind || towards > EDGE_ON

      def looked_onto(face)
        frame = face.frame.within(@seen)
        depth = frame.origin[2]
        outer, *inner = face.profile.loops.map { |loop| [loop, frame.carry(loop, Geometry::Frame::SPACE)] }
        drawn = face.smooth.empty? ? curves(outer.last, depth, face.owner) : sharp(face)
        found = drawn + inner.flat_map { |_, loop| curves(loop, depth, face.owner) }
        facing(face.normal).negative? ? found.each { |edge| edge.front = false } : found
      end

      def sharp(face) = face.sharp.map { |from, till| segment(from, till, face.owner) }

      def curves(loop, depth, owner)
        return [Curve.new(loop.circle.first(2), loop.circle.last, depth, owner)] if loop.circle

        loop.edges.map do |edge|
          edge.last.zero? ? Segment.new([*edge[0, 2], depth], [*edge[2, 2], depth], owner, level: depth) : arc(edge, depth, owner)
        end
      end

      def arc(edge, depth, owner)
        centre, start, sweep = Marks.arc(edge)
        Curve.new(centre, Geometry::Edge.radius(edge), depth, owner, start: start, sweep: sweep)
      end

      def rims(cone)
        Outlines.rims(cone).select { |_, radius| radius > 1e-9 }.map do |middle, radius|
          x, y, depth = @seen.point(*middle)
          Curve.new([x, y], radius, depth, cone.owner)
        end
      end

      # Two rims seen edge-on, and the two lines at which it turns out of sight.
      def sideways(face)
        along = @seen.direction(face.axis)
        low, high = Outlines.rims(face).map do |middle, radius|
          x, y, depth = @seen.point(*middle)
          [[x - (along[1] * radius), y + (along[0] * radius), depth], [x + (along[1] * radius), y - (along[0] * radius), depth], radius]
        end
        [*[low, high].select { |rim| rim.last > 1e-9 }.map { |from, till, radius| Segment.new(from, till, face.owner, bulge: radius) },
         *[0, 1].map { |side| Segment.new(low[side], high[side], face.owner) }]
      end

      def facets(face)
        @facets[face].flat_map do |facet|
          towards = facing(facet.normal) > EDGE_ON
          next [] unless @behind || towards

          turning = facet.soft.reject { |_, _, beyond| towards == (facing(beyond) > EDGE_ON) }
          level = @seen.point(*facet.rings.first.first)[2] if facing(facet.normal).abs > 1 - 1e-9
          [*facet.edges, *turning].map { |from, till, _| segment(from, till, face.owner, level: level, front: towards) }
        end
      end

      def segment(from, till, owner, level: nil, front: true)
        Segment.new(@seen.point(*from), @seen.point(*till), owner, level: level, front: front)
      end
    end
  end
end
