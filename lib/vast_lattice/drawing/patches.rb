# frozen_string_literal: true

module VastLattice
  module Drawing
    # The faces of a body that look towards the eye, about the body's origin: the same for all bodies that are turned alike, which
    # share them.
    module Patches
      # A face: +loops+ (exact outlines) of one that one looks onto, of which those +lined+ are drawn as lines, else a +ring+ of
      # points with the holes in +holes+; the +edges+ that are drawn; its +tone+, :across or :upwards for what is round along the
      # other way; its +box+ [left, right, bottom, top]; its +low+ and +high+ depth, what gives the
      # +depth+ at a point where these differ.
      Seen = Struct.new(:loops, :lined, :ring, :holes, :edges, :tone, :box, :low, :high, :depth, :owner, keyword_init: true)

      # Faces of bodies, turned in some way, that are remembered.
      KEPT = Memo.new(30_000) { |faces| 1 + faces.size }
      # What Painting looks at.
      Turned = Struct.new(:surface, :frame)
      ORIGIN = [0.0, 0.0, 0.0].freeze
      # Chords to a full turn of what is not round all the way: an assembly shows it small.
      CHORDS = 12
      private_constant :KEPT, :Turned, :ORIGIN

      # The Seen faces of a Geometry::Model::Body from a view (a Geometry::Frame).
      def self.of(body, view)
        frame = Geometry::Frame.new(ORIGIN, body.frame.u, body.frame.v, body.frame.n)
        KEPT.fetch([body.solid.mark, frame.u, frame.v, view.u, view.v]) do
          view = Geometry::Frame.new(ORIGIN, view.u, view.v, view.n)
          surface = surface(body, Geometry::Vector.dot(frame.u, view.n).abs)
          painting = Painting.new(Turned.new(surface, frame), view, chords: CHORDS)
          surface.flat_map { |face| round(face, frame, view) || end_on(face, frame, view) || painting.of(face).map { |patch| seen(patch) } }
        end
      end

      # +along+ is how much a turned part's axis points to the eye.
      def self.surface(body, along)
        return body.surface unless body.part.stock.kind == 'turned' && (along < 1e-6 || along > 1 - 1e-6)

        TurnedFaces.of(body.surface, side: along < 1e-6)
      end
      private_class_method :surface

      def self.seen(patch)
        shared = { edges: patch.edges, tone: patch.tone, owner: patch.owner }
        return flat(patch, shared) if patch.loops.any?

        ring, *holes = patch.rings
        depths = patch.space.map(&:last)
        tilted = depths.max - depths.min > Stacked::SAME
        Seen.new(ring: ring, holes: holes, box: box(ring), low: depths.min, high: depths.max,
                 depth: (Tilted.through(patch.space) if tilted), **shared)
      end
      private_class_method :seen

      def self.flat(patch, shared)
        box = patch.loops.first.box
        Seen.new(loops: patch.loops, lined: patch.lined, box: [box.left, box.right, box.bottom, box.top],
                 low: patch.depth, high: patch.depth, **shared)
      end
      private_class_method :flat

      def self.box(ring) = ring.transpose.flat_map(&:minmax)
      private_class_method :box

      # A cylinder or cone seen exactly from its side, across or upright, as one face; nil for all others.
      def self.round(face, frame, view)
        return unless face.respond_to?(:axis) && !face.inward && (circle = circle(face))

        own = face.frame.within(frame)
        ends = [face.low, face.high].map { |height| view.local(own.point(*circle.first(2), height)) }
        way = [0, 1].find { |axis| (ends[0][axis] - ends[1][axis]).abs < 1e-6 } or return
        return if (ends[0][2] - ends[1][2]).abs > 1e-6 || (ends[0][1 - way] - ends[1][1 - way]).abs < 1e-6

        rounded(Rounded.new(ends, circle.last, way), face.owner)
      end
      private_class_method :round

      # Highest cone that is taken for a flat ring where one looks onto it, mm.
      CHAMFER = 4.0
      TONE = 0.8
      private_constant :CHAMFER, :TONE

      # A chamfer seen from its end, as a ring; nothing where its narrower end points away, nil for all others.
      def self.end_on(face, frame, view)
        return unless chamfer?(face)

        own = face.frame.within(frame)
        along = Geometry::Vector.dot(own.n, view.n)
        return if along.abs < 1 - 1e-6

        seen = ((face.radii[0] - face.radii[1]) * along).positive?
        seen ? [ring(face, *view.local(own.point(0.0, 0.0, (face.low + face.high) / 2)))] : []
      end
      private_class_method :end_on

      def self.chamfer?(face)
        face.is_a?(Geometry::Cone) && !face.inward && face.high - face.low < CHAMFER && face.radii.uniq.size == 2
      end
      private_class_method :chamfer?

      def self.ring(face, at_x, at_y, depth)
        loops = face.radii.sort.reverse.map { |radius| Geometry::Loop.circle(radius * 2).move(at_x, at_y) }
        flat(Painting::Patch.new(loops, [], [], depth), { edges: [], tone: TONE, owner: face.owner })
      end
      private_class_method :ring

      # [x, y, radii] of what is round all the way.
      def self.circle(face)
        return [0.0, 0.0, face.radii] if face.is_a?(Geometry::Cone)

        x, y, radius = face.open.empty? ? face.loop.circle : nil
        radius && [x, y, [radius, radius]]
      end
      private_class_method :circle

      def self.rounded(shape, owner)
        ring = shape.ring
        [Seen.new(ring: ring, holes: [], edges: [*ring, ring.first].each_cons(2).to_a, tone: shape.way.zero? ? :across : :upwards,
                  box: box(ring), low: shape.low, high: shape.high, depth: shape, owner: owner)]
      end
      private_class_method :rounded
    end
  end
end
