# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    module Kinds
      # A view in space in which all edges are seen.
      class Wire < Space
        KIND = 'wire'
        TITLE = 'View in space, all edges'

        private

        def worked_out
          edges = Drawing::Outlines.nearest(bodies.flat_map { |body| Drawing::Outlines.new(body, body.frame.seen_from(frame)).all })
          edges.map(&:mark).select { |mark| mark.length > 1e-3 }
        end
      end
    end
  end
end
