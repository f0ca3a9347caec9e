# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # The filled head of an arrow.
    module Arrowhead
      # A ring of three points with its +tip+ in the +way+ that it points, a unit direction: so long, mm, and to either side +slope+ times
      # as far.
      def self.ring(tip, way, length, slope)
        back = [0, 1].map { |axis| tip[axis] - (way[axis] * length) }
        aside = [-way[1] * length * slope, way[0] * length * slope]
        [tip, back.zip(aside).map(&:sum), back.zip(aside).map { |at, off| at - off }]
      end
    end
  end
end
