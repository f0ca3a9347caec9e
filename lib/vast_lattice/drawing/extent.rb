# frozen_string_literal: true

module VastLattice
  module Drawing
    # How far models reach in a view, together: what they must be drawn within to be seen in one scale.
    module Extent
      # [left, right, bottom, top] in mm of the Results, or nil where nothing is built.
      def self.of(results, view)
        frame = Views::FRAMES.fetch(view)
        points = results.flat_map do |result|
          result.model.bodies.flat_map { |solid| solid.corners.map { |corner| frame.local(corner) } }
        end
        return if points.empty?

        xs, ys, = points.transpose
        [*xs.minmax, *ys.minmax]
      end
    end
  end
end
