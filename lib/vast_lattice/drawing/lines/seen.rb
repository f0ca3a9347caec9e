# frozen_string_literal: true

module VastLattice
  module Drawing
    # The lines of bodies in a view as Marks, seen or hidden: every edge is cut where another crosses it, and each piece is asked at its
    # middle whether a face stands before it. What lies upon each other is brought together by Stretches.
    class Seen
      # Places nearer than this are one, mm.
      NEAR = 1e-6
      # What is shorter is no line, mm.
      SPECK = 5e-4
      # How far the middle of a chord may lie within its circle, in radii: that of 36 to a turn does by 0.004.
      CHORD = 0.006
      # Points of work that an edge takes in any case.
      EACH = 20
      private_constant :NEAR, :CHORD, :EACH

      # +bodies+ have a frame and a surface; +view+ is a Geometry::Frame with n towards the eye; +facets+ are Outlines.facets, which several
      # views can share. Lines behind something are there only where they are wanted (+hidden+).
      def initialize(bodies, view, hidden: true, facets: Outlines.facets)
        @hidden = hidden
        @facets = facets
        @view = view
        @bodies = bodies
      end

      # Marks::Line and Marks::Arc, in mm of the model. Raises Geometry::Work::Spent for what would take too long.
      def marks = Geometry::Work.budget { drawn }

      private

      def drawn
        lines, arcs = edges.flat_map { |edge| pieces(edge) }.partition { |edge, *| edge.is_a?(Segment) }
        found = lines.group_by { |edge, *| line_key(edge) }.values.flat_map { |same| Stretches.new(same).lines }
        found += arcs.group_by { |edge, *| arc_key(edge) }.values.flat_map { |same| Stretches.new(same).arcs }
        found.select { |mark| long?(mark) }
      end

      def edges
        @edges ||= begin
          curves, segments = Outlines.nearest(own_edges).partition { |edge| edge.is_a?(Curve) }
          rounds = Grid.new(curves)
          curves + segments.reject { |edge| rounds.near(edge.box).any? { |curve| chord?(edge, curve) } }
        end
      end

      # Whether a line is a chord of a circle that stands before it: what was cut in several directions is round by chords.
      def chord?(edge, curve)
        edge.high <= curve.depth + Covers::BEFORE && [0.0, 0.5, 1.0].all? do |share|
          x, y, = edge.at(share)
          (Math.hypot(x - curve.centre[0], y - curve.centre[1]) - curve.radius).abs < [curve.radius * CHORD, 1e-3].max
        end
      end

      # Edges at which what one sees changes: those of faces towards the eye past which one looks at something else (Appel, 1967).
      def blinds = fronts.select(&:blind)

      # All that may be drawn: where hidden lines are not, edges of faces towards the eye, since whatever is seen is one of these.
      def own_edges = @hidden ? all : fronts
      def fronts = @fronts ||= all.reject { |edge| edge.front == false }

      # All edges; where hidden lines are not wanted, what does not stand behind a shield.
      def all
        @all ||= @hidden ? edges_of.values.flatten(1) : bare.values.flatten(1).reject { |edge| shields.hide?(edge) }
      end

      # {Alike::Standing => its edges}
      def edges_of = @edges_of ||= alike.to_h { |one| [one, one.edges(@bodies.size > 1)] }

      # The same without bodies that are wholly hidden.
      def bare = @bare ||= edges_of.reject { |_, edges| edges.empty? || shields.hide_all?(edges) }

      def alike = @alike ||= Alike.new(@bodies, @view, facets: @facets, behind: @hidden).all
      def shields = @shields ||= Shields.new(alike.flat_map(&:broad))
      def covers = @covers ||= Covers.new(@hidden ? alike.flat_map(&:covers) : bare.keys.flat_map { |one| one.covers(shields) })
      def grid = @grid ||= Grid.new(blinds)

      # What is seen end-on is a point, and so is what is left between cuts that were moved apart so that they can be told apart.
      def long?(line) = line.length > SPECK

      # [edge, from, till, role] of each piece between two crossings; from and till are shares of the edge.
      def pieces(edge)
        spans(edge, places(edge)).filter_map do |from, till|
          hidden = covers.before?(edge.at((from + till) / 2), edge.across((from + till) / 2))
          [edge, from, till, hidden ? :hidden : :visible] if @hidden || !hidden
        end
      end

      # Shares of an edge at which it is crossed, and its ends, in their order; of those that are one place the first.
      def places(edge)
        shares = edge.ends
        crossed(edge).each { |other| Crossings.of(edge, other).each { |share| shares << share if share.between?(0.0, 1.0) } }
        near = NEAR / edge.length
        shares.sort!
        kept = nil
        shares.select { |share| (kept.nil? || share - kept >= near).tap { kept = share } }
      end

      # Edges that may cross it. What lies deeper than all of it hides nothing of it; whatever ends upon it is there as the nearest anyway.
      def crossed(edge)
        box = edge.box
        deep = edge.deep - Covers::BEFORE
        near = grid.near(box)
        Geometry::Work.take((near.size / 4) + EACH)
        near.select { |other| !other.equal?(edge) && other.high >= deep && other.box.meets?(box) }
      end

      def spans(edge, places)
        return [[0.0, 1.0]] if places.empty?
        return places.each_cons(2).to_a unless edge.is_a?(Curve) && edge.whole?

        places.pop if places.size > 1 && (1.0 - places.last + places.first) * edge.length < NEAR
        [*places, places.first + 1.0].each_cons(2).to_a
      end

      # What lies on one straight line: its direction, and how far it is from the origin.
      def line_key(edge)
        across, upwards = Stretches.way(edge)
        [(across * 1e6).round, (upwards * 1e6).round, (((edge.from[0] * upwards) - (edge.from[1] * across)) * 1e3).round]
      end

      def arc_key(edge) = [*edge.centre.map { |number| (number * 1e4).round }, (edge.radius * 1e4).round]
    end
  end
end
