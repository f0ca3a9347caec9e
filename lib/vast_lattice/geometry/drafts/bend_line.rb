# frozen_string_literal: true

module VastLattice
  module Geometry
    module Drafts
      # A bend where it lies: along an edge of a Panel, between what bends at the neighbouring edges leave. Places on it
      # are given as the +way+ along the edge, counter-clockwise, and the +reach+ outwards from it, in mm.
      class BendLine
        attr_reader :bend, :panel, :fold

        # +bend+ is a SheetDraft::Bend, +fold+ the strip that it takes off the edge.
        def initialize(bend, panel, fold)
          @bend = bend
          @panel = panel
          @fold = fold
        end

        def from = [fold.from, panel.neighbour_depths(bend.edge).first].max
        def till = [fold.till, panel.length(bend.edge) - panel.neighbour_depths(bend.edge).last].min
        def width = till - from

        # A place in the plane of the panel, [x, y].
        def place(way, reach)
          start, along, out = panel.edge(bend.edge)
          [0, 1].map { |at| start[at] + (along[at] * way) + (out[at] * reach) }
        end

        # The same in the flat pattern.
        def flat(way, reach) = panel.flat_frame.point(*place(way, reach)).first(2)

        # The start of the axis about which the sheet of a +gauge+ is bent, in space.
        def axis(gauge)
          panel.frame.point(*place(from, -fold.depth), to_front? ? gauge + bend.radius : -bend.radius)
        end

        # Along the edge and outwards, as directions within a frame of the panel.
        def directions(frame) = panel.edge(bend.edge).drop(1).map { |direction| frame.direction([*direction, 0.0]) }

        def to_front? = bend.direction == 'front'
      end
    end
  end
end
