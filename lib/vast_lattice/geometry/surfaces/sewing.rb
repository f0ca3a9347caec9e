# frozen_string_literal: true

module VastLattice
  module Geometry
    # Joins the pieces of a surface to one that is closed: points of neighbours that nearly coincide become one point, and where a
    # corner of one lies on the edge of another, that edge goes through it.
    class Sewing
      # Points nearer than this are one, mm. Tangled pieces are told apart at Surface::SIDE from their surface, so that their
      # corners are off by a few times as much.
      NEAR = 2e-3
      # How often edges that found no neighbour are looked at: what is led through a corner may come by another one.
      ROUNDS = 4
      # Decimals of mm that points keep.
      DECIMALS = 3
      # Side of the cells in which points are found, mm.
      CELL = 0.5

      # +surface+ lists pieces, each as rings of points in mm, the outer one first, all of them the same way round.
      def initialize(surface)
        @points = []
        @cells = {}
        @known = {}
        @pieces = surface.map do |outer, *holes|
          [outer, *holes.map(&:reverse)].map { |ring| tidy(ring.map { |point| @known[point] ||= welded(point) }) }
        end
        ROUNDS.times { through_corners || break }
      end

      # The same pieces, joined; holes run the other way round. Rings that have come to nothing have less than three points.
      def surface = @pieces.map { |rings| rings.map { |ring| points(ring) } }

      # What is still open, as rings: splinters that were left between pieces of a tangle. Each with the number of a piece beside it.
      def splinters
        return [] if @closed

        open = lonely_edges.map(&:reverse)
        rings = []
        rings << round(open) until open.empty?
        beside = rings.empty? ? {} : owners
        rings.select { |ring| ring.size > 2 }.map { |ring| [points(ring), beside[[ring[0], ring[-1]]] || 0] }
      end

      private

      def points(ring) = ring.map { |number| @points[number] }

      # Takes a ring out of directed edges: the first that closes, or what there is of it.
      def round(edges)
        way = [edges.shift]
        while (following = edges.index { |from, _| from == way.last.last })
          way << edges.delete_at(following)
          closing = way.index { |from, _| from == way.last.last } or next
          edges.concat(way.shift(closing))
          break
        end
        way.map(&:first)
      end

      # Numbers of the pieces by their directed edges.
      def owners
        @pieces.each_with_index.flat_map do |rings, number|
          rings.flat_map { |ring| ring.each_index.map { |at| [[ring[at - 1], ring[at]], number] } }
        end.to_h
      end

      # The number of the first of all points that are one with this one.
      def welded(point)
        around(point).each do |cell|
          found = @cells[cell]&.find { |number| apart(@points[number], point) < NEAR } and return found
        end
        @points << point.map { |part| part.round(DECIMALS) + 0.0 }.freeze
        (@cells[point.map { |part| (part / CELL).floor }] ||= []) << (@points.size - 1)
        @points.size - 1
      end

      # The cells within reach of a point, mostly one.
      def around(point)
        xs, ys, zs = point.map { |part| [((part - NEAR) / CELL).floor, ((part + NEAR) / CELL).floor].uniq }
        xs.product(ys, zs)
      end

      def apart(one, other) = Math.sqrt(((one[0] - other[0])**2) + ((one[1] - other[1])**2) + ((one[2] - other[2])**2))

      # Without points that follow themselves, and without ways there and back.
      def tidy(ring)
        kept = []
        ring.each do |number|
          next if kept.last == number

          kept[-2] && kept[-2] == number ? kept.pop : kept << number
        end
        kept.pop while kept.size > 1 && kept.first == kept.last
        kept.shift(1) && kept.pop while kept.size > 2 && kept[1] == kept.last
        kept
      end

      # Leads edges without a neighbour through the ends of others that lie on them. Whether there were any.
      def through_corners
        lonely = lonely_edges
        return if (@closed = lonely.empty?)

        corners = Nearby.new(lonely.flatten.uniq) { |number| Bounds.of([@points[number]]) }
        ways = lonely.to_h { |edge| [edge, between(*edge, corners)] }.reject { |_, passed| passed.empty? }
        ways.any? && @pieces.each { |rings| rings.map! { |ring| led(ring, ways) } }
      end

      # Directed edges for which there is none the other way round.
      def lonely_edges
        all = Hash.new(0)
        @pieces.each { |rings| rings.each { |ring| ring.each_index { |at| all[[ring[at - 1], ring[at]]] += 1 } } }
        all.flat_map { |(from, till), count| [[from, till]] * [count - all.fetch([till, from], 0), 0].max }
      end

      # The corners that lie on an edge, from its start.
      def between(from, till, corners)
        ends = [@points[from], @points[till]]
        found = corners.near(Bounds.of(ends), NEAR).reject { |number| number == from || number == till }
        found.filter_map { |number| place(number, *ends) }.sort.map(&:last)
      end

      # [distance from the start, number] of a point on an edge, or nil.
      def place(number, from, till)
        length = apart(from, till)
        way = Vector.scale(Vector.minus(till, from), 1 / length)
        along = Vector.dot(Vector.minus(@points[number], from), way)
        [along, number] if along.positive? && along < length && apart(@points[number], Vector.along(from, way, along)) < NEAR
      end

      def led(ring, ways)
        found = ring.each_index.flat_map { |at| [*ways[[ring[at - 1], ring[at]]], ring[at]] }
        found.size == ring.size ? ring : tidy(found)
      end
    end
  end
end
