# frozen_string_literal: true

module VastLattice
  module Geometry
    # The surface of a solid. Faces of the blank that only clear pieces touch stay exact, with exact openings. Where
    # pieces are tangled, each flat piece of each body's surface is kept as far as there is material on just one
    # side of it.
    class Surface
      # Chords to a full turn where surfaces are cut.
      FACETS = 48
      # How far from a surface its two sides are looked at, mm.
      SIDE = 1e-4

      # A body of a tangled piece: what it does, its surface in chords, the name of the feature, and its RoundBody, if any.
      Step = Struct.new(:operation, :body, :owner, :round)

      # +tangled+ are the pieces of the solid that may cut anything; without them it is that of the others alone.
      def initialize(solid, tangled: solid.tangled)
        @solid = solid
        @steps = tangled.flat_map do |piece|
          piece.bodies.map { |body| Step.new(piece.operation, body.faceted(FACETS), piece.owner, RoundBody.of(body)) }
        end
        @nearby = Nearby.new(@steps) { |step| step.body.bounds }
        @bodies = solid.blank.bodies.map { |body| body.faceted(FACETS) }
        # Direction and height of the planes of sections.
        @ends = tangled.select { |piece| piece.owner == Solid::SECTION }.map { |piece| piece.bodies.first.frame }
                       .map { |frame| [frame.n, Vector.dot(frame.origin, frame.n)] }
        @done = Hash.new { |hash, key| hash[key] = [] }
      end

      # Faces, Strips, Cones and Facets.
      def faces
        found = @solid.blank.faces.flat_map { |face| touched?(face) ? cut(face) : opened(face) }
        found + @solid.clear.flat_map { |piece| inner_faces(piece) } + tool_faces
      end

      private

      def touched?(face) = @steps.any? { |step| step.body.bounds.meets?(face.bounds, SIDE) }

      # A face of the blank with the openings that clear pieces make in it.
      def opened(face)
        return opened_sides(face) if face.is_a?(Strip)
        return [face] unless face.is_a?(Face)

        holes = openings(face.frame, face.bounds).select { |loop| holds?(face.profile, loop) }
        [holes.empty? ? face : face.without(holes)]
      end

      # The sides of a prism: those that are opened become faces of their own.
      def opened_sides(strip)
        across = @solid.clear.select { |piece| !piece.seat.frame.parallel?(strip.axis) && piece.bounds.meets?(strip.bounds, SIDE) }
        return [strip] if across.empty?

        sides = strip.flats.transform_values { |face| opened(face).first }.reject { |_, face| face.profile.inners.empty? }
        sides.empty? ? [strip] : [strip.without(sides.keys), *sides.values]
      end

      # Loops of clear pieces in a plane, as they lie in its frame.
      def openings(plane, bounds)
        @solid.clear.flat_map do |piece|
          next [] unless piece.bounds.meets?(bounds, SIDE)

          seat = piece.seat.frame
          next [] unless seat.parallel?(plane.n)

          below = Vector.dot(seat.n, plane.n).positive?
          opening(piece, seat.local(plane.origin)[2], below).map { |loop| seat.carry(loop, plane) }
        end
      end

      # A cut opens each plane that it passes, as wide as its widest layer there; where layers end in a plane, as wide as the
      # one on the side of the material, which is +below+ or above. A boss opens the plane that it stands on.
      def opening(piece, height, below)
        return ends(piece, :low, height) unless piece.cut?

        passed = piece.layers.select { |layer| height.between?(layer.low + 1e-9, layer.high - 1e-9) }.map { |layer| layer.end_loop(height) }
        passed = ends(piece, below ? :high : :low, height) if passed.empty?
        [passed.max_by(&:area)].compact
      end

      # Loops of the layers whose :low or :high end is at a height.
      def ends(piece, side, height)
        piece.layers.select { |layer| (layer.public_send(side) - height).abs < 1e-9 }.map { |layer| layer.end_loop(height) }
      end

      def holds?(profile, loop) = profile.box.meets?(loop.box) && profile.holds?(*loop.box.middle)

      # Sides, floors and steps of a clear piece.
      def inner_faces(piece)
        frame = piece.seat.frame
        layers = piece.effective
        sides = layers.map { |layer| layer.side(frame, piece.owner, piece.cut?) }
        return sides + layers.map { |layer| top(piece, layer) } unless piece.cut?

        sides + layers.filter_map { |layer| floor(piece, layer, layers) }
      end

      def top(piece, layer) = Face.new(piece.seat.frame.move(0, 0, layer.high), Profile.new(layer.loop), owner: piece.owner)

      # What a layer's lower end leaves: a floor, a step around the next layer, or nothing where it goes through.
      def floor(piece, layer, layers)
        return if piece.wall.runs.any? { |_, till| (layer.low + till).abs < 1e-9 }

        loop = layer.end_loop(layer.low)
        following = layers.find { |other| (other.high - layer.low).abs < 1e-9 }
        below = following&.end_loop(layer.low)
        return if below && (loop.area - below.area).abs < 1e-6

        Face.new(piece.seat.frame.move(0, 0, layer.low), Profile.new(loop, [below].compact), owner: piece.owner)
      end

      # Surfaces of the tangled bodies themselves.
      def tool_faces = @steps.flat_map { |step| step.body.faces(step.owner).flat_map { |face| cut(face, step) } }

      # The parts of a face that have material on one side only, as Facets; +own+ is the step whose surface it is.
      def cut(face, own = nil) = face.facets(FACETS).flat_map { |facet| kept(facet, own) }

      def kept(facet, own)
        near = near(facet)
        Work.take(4 + near.size)
        # Of sizes beyond what numbers tell apart, a facet may have no plane.
        return [] if facet.frame.n.any?(Undefined)
        return [] if outside?(facet, near) || taken?(facet) || swallowed?(facet, near)
        return [facet] if whole?(facet, near)

        done = @done[plane_key(facet.frame)]
        found = (free_wall(facet, own) if done.empty? && alone?(own, near)) || sides(facet, near, done)
        done << facet.rings
        found
      end

      # What is left of a facet where others in its plane were +done+: the areas with material on one side only.
      def sides(facet, near, done)
        frame = facet.frame
        area = done.reduce(flat(facet.rings, frame)) { |left, rings| left && Planar.minus(left, flat(rings, frame)) } or return []
        below, above = [-SIDE, SIDE].map { |side| near_area(facet, near, frame.move(0, 0, side)) }
        out = Planar.both(area, Planar.minus(below, above))
        into = Planar.both(area, Planar.minus(above, below))
        [*pieces(out, frame, facet, 1.0), *pieces(into, frame, facet, -1.0)]
      end

      # What lies wholly in a later cut that is as large as that.
      def taken?(facet) = @ends.any? { |place, height| facet.bounds.span(place).first > height + SIDE }

      # Most pieces of a surface are nowhere near anything that cuts them.
      def whole?(facet, near) = facet.owner.nil? && near.empty? && openings(facet.frame, facet.bounds).empty?

      # The steps that come near a facet.
      def near(facet) = @nearby.near(facet.bounds, SIDE).reject { |step| step.round&.apart?(facet) }

      # A tool's surface where there is no material.
      def outside?(facet, near)
        bounds = facet.bounds
        @bodies.none? { |body| body.bounds.meets?(bounds, SIDE) } && near.none? { |step| step.operation == :add }
      end

      # What lies wholly within a round cut, with nothing added around there.
      def swallowed?(facet, near) = near.all? { |step| step.operation == :cut } && near.any? { |step| step.round&.holds?(facet) }

      # Whether a cut is all that comes near its own surface.
      def alone?(own, near) = near.size == 1 && near.first.equal?(own) && own.operation == :cut

      # The wall that a cut has where it is alone and the blank is a plain box: the facet as far as the box reaches along
      # the cut. nil where it takes more to tell.
      def free_wall(facet, own)
        along = own.body.axis.index { |part| part.abs > 1 - 1e-9 }
        box = box_around(facet) if along && facet.rings.one? && openings(facet.frame, facet.bounds).empty?
        return unless box

        ring = facet.points.map { |point| clipped(point, along, box) }
        beside = ring.map { |point| Vector.add(point, Vector.scale(facet.normal, SIDE)) }
        [inward(facet, ring.reverse)] if box.holds?(Bounds.of(ring + beside))
      end

      # Bounds of the only body of the blank near a facet, if it fills them.
      def box_around(facet)
        around = @bodies.select { |body| body.bounds.meets?(facet.bounds, SIDE) }
        around.first.bounds if around.size == 1 && box?(around.first)
      end

      def clipped(point, along, box)
        point.each_with_index.map { |part, axis| axis == along ? part.clamp(box.low[axis], box.high[axis]) : part }
      end

      def inward(facet, ring)
        sharp, soft = sorted_edges([ring], facet, -1.0)
        Facet.new(Vector.scale(facet.normal, -1.0), [ring], sharp, facet.owner, soft)
      end

      def box?(body) = body.is_a?(Prism) && (body.volume - body.bounds.size.reduce(:*)).abs < 1e-6

      def flat(rings, frame)
        flat = rings.map { |ring| ring.map { |point| frame.local(point) } }
        Planar.polygon(*flat.map { |ring| ring.map { |x, y, _| [x, y] } }.then { |outer, *holes| [outer, holes] })
      end

      # Faces in one plane are only looked at once.
      def plane_key(frame)
        normal = frame.n.map { |part| part.round(6) + 0.0 }
        turned = (normal <=> [0.0, 0.0, 0.0]).negative?
        sign = turned ? -1 : 1
        [*normal.map { |part| (part * sign) + 0.0 }, (Vector.dot(frame.origin, frame.n) * sign).round(4) + 0.0]
      end

      def near_area(facet, near, plane)
        bounds = facet.bounds
        material = @bodies.select { |body| body.bounds.meets?(bounds, SIDE) }
        Sections.area(material, near.map { |step| [step.operation, step.body] }, plane)
      end

      def pieces(area, frame, facet, sign)
        Planar.rings(area).reject { |outer, _| thin?(outer) }.map do |outer, holes|
          rings = [outer, *holes, *holes_of_clear(outer, frame, facet)].map { |ring| ring.map { |x, y| frame.point(x, y) } }
          rings = rings.map(&:reverse) if sign.negative?
          sharp, soft = sorted_edges(rings, facet, sign)
          Facet.new(Vector.scale(facet.normal, sign), rings, sharp, facet.owner, soft)
        end
      end

      # Openings of clear pieces within a ring, as points.
      def holes_of_clear(ring, frame, facet)
        within = openings(frame, facet.bounds).select { |loop| ring_holds?(ring, loop) }
        within.map { |loop| loop.faceted(FACETS).vertices.map { |x, y, _| [x, y] } }
      end

      def thin?(ring) = Planar.polygon(ring).area < 1e-5

      def ring_holds?(ring, loop) = holds?(Profile.new(Loop.new(ring.map { |x, y| [x, y, 0.0] })), loop)

      # Edges on a soft side of the facet stay soft.
      def sorted_edges(rings, facet, sign)
        edges = rings.flat_map { |ring| [*ring, ring.first].each_cons(2).to_a }
        soft = []
        sharp = edges.reject do |edge|
          side = facet.soft.find { |from, till, _| edge.all? { |point| on_line?(point, from, till) } }
          soft << [*edge, Vector.scale(side[2], sign)] if side
        end
        [sharp, soft]
      end

      def on_line?(point, from, till)
        along = Vector.minus(till, from)
        away = Vector.minus(point, from)
        Vector.length(Vector.cross(along, away)) < 1e-5 * Vector.length(along)
      end
    end
  end
end
