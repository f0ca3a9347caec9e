# frozen_string_literal: true

module VastLattice
  module Drawing
    # One solid as seen from a direction: its faces that look towards the eye, from the furthest to the nearest, and
    # its edges. Coordinates are mm in the plane of the view.
    class Painting
      # A patch to fill: +loops+ (exact outlines) or +rings+ of points; +edges+ [[x, y], [x, y]] to draw thick;
      # +tone+ from 0 (edge-on) to 1 (facing); the name of the feature that made it; +space+, of rings, the points of the outer one
      # with their depths. Of loops with +edges+ the outer one has no line but these.
      Patch = Struct.new(:loops, :rings, :edges, :depth, :tone, :owner, :space) do
        # The loops that are drawn as lines.
        def lined = edges.empty? ? loops : loops.drop(1)
      end

      # Chords to a full turn of curved surfaces.
      CHORDS = 36

      # +view+ is a Geometry::Frame with n towards the eye.
      def initialize(solid, view, chords: CHORDS)
        @chords = chords
        @frame = solid.frame
        @view = view
        @seen = @frame.seen_from(view)
        # What a direction of the solid has of that towards the eye.
        @towards = @seen.depths.freeze
        @faces = solid.surface
        @frames = {}.compare_by_identity
        @facets = {}.compare_by_identity
      end

      # Patches, furthest first.
      def patches = @patches ||= @faces.flat_map { |face| visible(face) }.sort_by(&:depth)

      # The same of one face, in no order.
      def of(face) = visible(face)

      # Edges of everything, seen or not, as [loops, lines]; what patches show already is left out.
      def hidden
        shown = patches.flat_map(&:loops).to_set { |loop| key(loop) }
        away = @faces.grep(Geometry::Face).select { |face| turned_away?(face) }
        loops = away.flat_map do |face|
          face.smooth.empty? ? outlines(face) : outlines(face).drop(1)
        end.reject { |loop| shown.include?(key(loop)) }
        [loops.uniq { |loop| key(loop) }, lines + away.flat_map { |face| sharp(face) }]
      end

      private

      def key(loop) = loop.box.then { |box| [box.left, box.right, box.bottom, box.top].map { |part| part.round(3) } << loop.vertices.size }

      def frame_of(frame) = @frames[frame] ||= frame.within(@frame)
      def facing(normal) = Geometry::Vector.dot(normal, @towards)
      def front?(direction) = facing(direction) > 1e-9
      def facets(face) = @facets[face] ||= face.facets(@chords)
      def turned_away?(face) = facing(face.normal) < -1e-9 && frame_of(face.frame).parallel?(@view.n)

      def visible(face)
        return flat(face) if face.is_a?(Geometry::Face) && frame_of(face.frame).parallel?(@view.n)
        return [] if face.respond_to?(:axis) && unseen?(face)

        facets(face).filter_map { |facet| patch(facet) }
      end

      # A surface along the line of sight, and the inside of a hole looked at from its side.
      def unseen?(face)
        along = facing(face.axis).abs
        (along > 1 - 1e-9 && face.is_a?(Geometry::Strip)) || (face.inward && face.owner && along < 1e-6)
      end

      def flat(face)
        return [] unless front?(face.normal)

        [Patch.new(outlines(face), [], sharp(face), seen(face.frame.origin)[2], 1.0, face.owner)]
      end

      # What is drawn of an outline that is smooth in places.
      def sharp(face) = face.smooth.empty? ? [] : face.sharp.map { |edge| edge.map { |point| flat_seen(point) } }

      def outlines(face) = frame_of(face.frame).then { |frame| face.profile.loops.map { |loop| frame.carry(loop, @view) } }

      def patch(facet)
        tone = facing(facet.normal)
        return if tone < 1e-6

        rings = facet.rings.map { |ring| ring.map { |point| seen(point) } }
        edges = facet.edges + facet.soft.select { |_, _, beyond| facing(beyond) < 1e-6 }
        Patch.new([], rings.map { |ring| flat_points(ring) }, edges.map { |from, till, _| [flat_seen(from), flat_seen(till)] },
                  rings.first.map(&:last).minmax.sum / 2, tone, facet.owner, rings.first)
      end

      def flat_points(ring) = ring.map { |x, y, _| [x, y] }

      def seen(point) = @seen.point(*point)
      def flat_seen(point) = @seen.point(*point).first(2)

      # Edges of curved and cut surfaces, and of faces seen askew or edge-on.
      def lines
        @faces.flat_map do |face|
          case face
          when Geometry::Face then frame_of(face.frame).parallel?(@view.n) ? [] : face_lines(face)
          when Geometry::Strip then facing(face.axis).abs > 1 - 1e-9 ? [] : rim_lines(face)
          when Geometry::Cone then rim_lines(face)
          else facet_lines(face)
          end
        end
      end

      # A face seen edge-on is one line.
      def face_lines(face)
        return facets(face).flat_map { |facet| facet_lines(facet) } if facing(face.normal).abs > 1e-9

        frame = frame_of(face.frame)
        [face.profile.outer.facet_runs(@chords).map { |x, y, *| @view.local(frame.point(x, y)).first(2) }.minmax]
      end

      def facet_lines(facet) = (facet.edges + outline(facet)).map { |edge| edge.map { |point| flat_seen(point) } }

      # Where a surface turns out of sight.
      def outline(facet)
        towards = front?(facet.normal)
        facet.soft.reject { |_, _, beyond| towards == front?(beyond) }.map { |edge| edge.first(2) }
      end

      # A round hole or boss seen from its side: its two rims and its two outlines.
      def round_lines(strip)
        frame = frame_of(strip.frame)
        x, y, radius = strip.loop.circle
        sideways = [frame.u, frame.v].map { |own| Geometry::Vector.dot(own, Geometry::Vector.cross(frame.n, @view.n)) * radius }
        low, high = [strip.low, strip.high].map do |height|
          [-1, 1].map { |side| @view.local(frame.point(x + (side * sideways[0]), y + (side * sideways[1]), height)).first(2) }
        end
        [low, high, *low.zip(high)]
      end

      def rim_lines(face)
        return facets(face).flat_map { |facet| facet_lines(facet) } if facing(face.axis).abs > 1e-6
        return round_lines(face) if face.is_a?(Geometry::Strip) && face.loop.circle

        side_lines(facets(face))
      end

      # A rim seen edge-on is one line. Where other material goes on at all sides of a body, it has none.
      def side_lines(facets)
        return [] if facets.empty?

        sides = facets.flat_map { |facet| facet.edges.drop(2) + outline(facet) }.map { |edge| edge.map { |point| flat_seen(point) } }
        (rims(facets) + sides).uniq { |edge| edge.map { |x, y| [x.round(3), y.round(3)] }.sort }
      end

      def rims(facets)
        [0, 1].filter_map do |index|
          facets.filter_map { |facet| facet.edges[index] }.flatten(1).map { |point| flat_seen(point) }.minmax
        end
      end
    end
  end
end
