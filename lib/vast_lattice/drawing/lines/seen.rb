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
      private_constant :NEAR, :SPECK, :CHORD, :EACH

      # +bodies+ have a frame and a surface; +view+ is a Geometry::Frame with n towards the eye; what is round and not looked onto has so
      # many +chords+ to a turn. Lines behind something are there only where they are wanted (+hidden+).
      def initialize(bodies, view, hidden: true, chords: Outlines::CHORDS)
        @hidden = hidden
        @chords = chords
        @view = view
        @bodies = bodies
      end

      # Marks::Line and Marks::Arc, in mm of the model. Raises Geometry::Work::Spent for what would take too long.
      def marks = Geometry::Work.budget { drawn }

      private

      def drawn
        lines, arcs = edges.flat_map { |edge| pieces(edge) }.partition { |edge, *| edge.is_a?(Outlines::Segment) }
        found = lines.group_by { |edge, *| line_key(edge) }.values.flat_map { |same| Stretches.new(same).lines }
        found += arcs.group_by { |edge, *| arc_key(edge) }.values.flat_map { |same| Stretches.new(same).arcs }
        found.select { |mark| long?(mark) && (@hidden || mark.role == :visible) }
      end

      def edges
        @edges ||= begin
          curves, segments = Outlines.nearest(own_edges).partition { |edge| edge.is_a?(Outlines::Curve) }
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
      def blinds = Outlines.contours(fronts)

      # All that may be drawn: where hidden lines are not, edges of faces towards the eye, since whatever is seen is one of these.
      def own_edges = @hidden ? all : fronts
      def fronts = @fronts ||= all.reject { |edge| edge.front == false }

      # All edges; of one of several bodies their owner says whose they are: a feature or a part of the family itself, or "rollers.3.shell".
      def all
        @all ||= @bodies.flat_map do |body|
          edges = Outlines.new(body, @view, chords: @chords).all.select { |edge| long?(edge) }
          @bodies.size == 1 ? edges : edges.each { |edge| edge.owner = (edge.owner if body.path.empty?) || body.called }
        end
      end

      def covers = @covers ||= Covers.new(@bodies, @view, chords: @chords)
      def grid = @grid ||= Grid.new(blinds)

      # What is seen end-on is a point, and so is what is left between cuts that were moved apart so that they can be told apart.
      def long?(line) = line.length > SPECK

      # [edge, from, till, role] of each piece between two crossings; from and till are shares of the edge.
      def pieces(edge)
        shares = crossed(edge).flat_map { |other| Crossings.of(edge, other) }
        places = [*edge.ends, *shares.grep(0.0..1.0)].sort
        places = places.chunk_while { |one, other| (other - one) * edge.length < NEAR }.map(&:first)
        spans(edge, places).map do |from, till|
          [edge, from, till, covers.before?(edge.at((from + till) / 2), edge.across((from + till) / 2)) ? :hidden : :visible]
        end
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
        return places.each_cons(2).to_a unless edge.is_a?(Outlines::Curve) && edge.whole?

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
