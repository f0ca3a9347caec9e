# frozen_string_literal: true

module VastLattice
  module Drawing
    # Faces towards the eye behind each of which a great deal may stand: what lies between points that all are behind one of them
    # is not seen, and nothing that changes there is. So most of an assembly need not be asked piece by piece.
    class Shields
      # +covers+ are Covers::Boxed values.
      def initialize(covers)
        @grid = Grid.new(covers.select(&:shield?))
      end

      # Whether a single one hides all edges of a body, and so the body.
      def hide_all?(edges)
        @grid.any?(*edges.first.hull[0].first(2)) { |shield| edges.all? { |edge| shield.hides?(edge.hull) } }
      end

      # Whether one of them hides all that has corners (Segment, Curve, Covers::Flat).
      def hide?(one)
        points = one.hull
        @grid.any?(*points[0].first(2)) { |shield| shield.hides?(points) }
      end
    end
  end
end
