# frozen_string_literal: true

module VastLattice
  module Exchange
    # Puts edges (as in Geometry::Edge) together, end to end, whichever way each was drawn.
    class Joining
      # Ends nearer than +near+ are one; the block is called with an end [x, y] at which nothing goes on, and must raise.
      def initialize(edges, near, &open)
        @near = near
        @open = open
        # The same edge twice is one.
        @edges = edges.uniq { |edge| [edge.first(2), edge[2, 2]].map { |x, y| [x.round(3), y.round(3)] }.sort + [edge[4].abs.round(6)] }
                      .reject { |edge| Geometry::Edge.chord(edge) < near / 10 }
        @at = Hash.new { |hash, key| hash[key] = [] }
        @edges.each_index { |index| ends(@edges[index]).each { |point| @at[cell(*point)] << index } }
        @used = {}
      end

      # Geometry::Loops.
      def loops = @edges.each_index.filter_map { |index| @used[index] ? nil : around(index) }

      private

      def ends(edge) = [edge[0, 2], edge[2, 2]]
      def cell(x, y) = [(x / @near).round, (y / @near).round]

      def around(index)
        found = [taken(index, @edges[index])]
        until close?(found.first[0, 2], found.last[2, 2])
          following = following(*found.last[2, 2]) || @open.call(*found.last[2, 2])
          found << following
        end
        Geometry::Loop.new(found.map { |x, y, _, _, bulge| [x, y, bulge] })
      end

      def taken(index, edge)
        @used[index] = true
        edge
      end

      # An edge that begins there, turned round where it ends there.
      def following(x, y)
        index = near(x, y).find { |own| !@used[own] && ends(@edges[own]).any? { |point| close?(point, [x, y]) } } or return
        edge = @edges[index]
        close?(edge[0, 2], [x, y]) ? taken(index, edge) : taken(index, [edge[2], edge[3], edge[0], edge[1], -edge[4]])
      end

      def near(x, y)
        over, up = cell(x, y)
        [-1, 0, 1].product([-1, 0, 1]).flat_map { |right, higher| @at.fetch([over + right, up + higher], []) }.uniq
      end

      def close?(one, other) = Math.hypot(one[0] - other[0], one[1] - other[1]) < @near
    end
  end
end
