# frozen_string_literal: true

module VastLattice
  module Geometry
    module Ruling
      # Outlines in one plane, cut where they meet: pieces of lines and arcs that nothing crosses, each once, however many outlines run
      # along it.
      class Arrangement
        # Nearer than this is the same place, mm.
        NEAR = 1e-7

        # The point half way along an edge.
        def self.middle(edge)
          x0, y0, x1, y1, bulge = edge
          [((x0 + x1) / 2) + (bulge * (y1 - y0) / 2), ((y0 + y1) / 2) - (bulge * (x1 - x0) / 2)]
        end

        # +loops+ are Loops.
        def initialize(loops)
          edges = loops.each_with_index.flat_map { |loop, number| loop.edges.map { |edge| [edge, number] } }
          @edges = edges.select { |edge, _| Edge.chord(edge) > NEAR }.map { |edge, number| Cut.new(edge, number) }
        end

        # As in Edge: [[x0, y0, x1, y1, bulge], …].
        def pieces
          pairs.each { |one, other| one.meet(other) }
          unique(@edges.flat_map(&:pieces))
        end

        private

        # Edges of different outlines whose boxes meet, by a sweep along x.
        def pairs
          active = []
          @edges.sort_by(&:left).flat_map do |edge|
            active.reject! { |other| other.right < edge.left - NEAR }
            found = active.select { |other| other.number != edge.number && other.near?(edge) }
            active << edge
            found.map { |other| [other, edge] }
          end
        end

        def unique(pieces)
          middles = pieces.map { |piece| Arrangement.middle(piece) }
          kept = []
          order = pieces.each_index.sort_by { |index| middles[index][0] }
          order.each do |index|
            again = kept.reverse_each.lazy.take_while { |other| middles[index][0] - middles[other][0] < 10 * NEAR }
                        .any? { |other| same?(pieces[index], pieces[other], middles[index], middles[other]) }
            kept << index unless again
          end
          kept.sort.map { |index| pieces[index] }
        end

        # Whether two pieces run along each other: with one middle, and between the same ends.
        def same?(one, other, middle, other_middle)
          return false unless (middle[1] - other_middle[1]).abs < 10 * NEAR

          [[0, 1], [2, 3]].any? { |x, y| (one[0] - other[x]).abs + (one[1] - other[y]).abs < 40 * NEAR }
        end
      end
    end
  end
end
