# frozen_string_literal: true

module VastLattice
  module Geometry
    module Drafts
      # A flat piece of a folded sheet: outside +width+ and +height+ in mm, in a Frame whose n is its front; the
      # material lies between heights 0 and the gauge. Bends take a strip off its edges.
      class Panel
        # The strip that a bend takes off an edge: its extent along the edge, its depth, the width of reliefs.
        Fold = Struct.new(:from, :till, :depth, :relief)

        EDGES = %w[bottom right top left].freeze
        CORNERS = %w[bottom_left bottom_right top_right top_left].freeze

        attr_reader :name, :frame, :flat_frame, :width, :height, :outside

        # +flat_frame+ places it in the flat pattern; +outside+ tells that the back is the outer side.
        def initialize(name, frame, flat_frame, width, height, outside: false)
          @name = name
          @frame = frame
          @flat_frame = flat_frame
          @width = width
          @height = height
          @outside = outside
          @folds = EDGES.to_h { |edge| [edge, []] }
          @corners = []
        end

        # Length of an edge.
        def length(edge) = %w[bottom top].include?(edge) ? width : height

        # The middle of an edge's line: its start, the direction along it (counter-clockwise) and outwards, in
        # the panel's plane.
        def edge(name)
          { 'bottom' => [[0.0, 0.0], [1.0, 0.0], [0.0, -1.0]], 'right' => [[width, 0.0], [0.0, 1.0], [1.0, 0.0]],
            'top' => [[width, height], [-1.0, 0.0], [0.0, 1.0]], 'left' => [[0.0, height], [0.0, -1.0], [-1.0, 0.0]] }.fetch(name)
        end

        def fold(edge, fold) = @folds[edge] << fold
        def folds(edge) = @folds[edge]
        def corner(name, size, arc) = @corners << [name, size, arc]

        # Depth that bends take at the ends of an edge: [at its start, at its end].
        def neighbour_depths(edge)
          index = EDGES.index(edge)
          [depth_at(EDGES[index - 1], :last), depth_at(EDGES[(index + 1) % 4], :first)]
        end

        # The flat area that is left, with its corners, and the numbers of the edges where bends go on.
        def outline
          points = EDGES.each_with_index.flat_map { |edge, index| edge_points(edge, index) }
          tidy = points.chunk_while { |one, other| same?(one, other) }.map { |same| [*same.first.first(2), same.any?(&:last)] }
          tidy.pop if same?(tidy.last, tidy.first)
          opened = tidy.each_index.select { |index| tidy[index][2] }
          loop = with_corners(Loop.new(tidy.map { |x, y, _| [x, y, 0.0] }))
          [loop, @corners.empty? ? opened : reopened(loop, tidy, opened)]
        end

        def box = Box.new(left: 0.0, bottom: 0.0, right: width, top: height)

        private

        def same?(point, other) = (point[0] - other[0]).abs < 1e-9 && (point[1] - other[1]).abs < 1e-9

        # Depth at an end of an edge, if a bend reaches it.
        def depth_at(edge, which)
          fold = @folds[edge].find { |one| which == :first ? one.from <= 1e-9 : one.till >= length(edge) - 1e-9 }
          fold ? fold.depth : 0.0
        end

        # Points along an edge from its start to before its end: [x, y, whether a bend goes on from here].
        def edge_points(edge, index)
          start, along, out = edge(edge)
          before = depth_at(EDGES[index - 1], :last)
          here = depth_at(edge, :first)
          place = lambda { |way, depth, open = false|
            [start[0] + (along[0] * way) - (out[0] * depth), start[1] + (along[1] * way) - (out[1] * depth), open]
          }
          [place.call(before, here), *@folds[edge].sort_by(&:from).flat_map { |fold| fold_points(fold, edge, place) }]
        end

        def fold_points(fold, edge, place)
          before, after = neighbour_depths(edge)
          from = [fold.from, before].max
          till = [fold.till, length(edge) - after].min
          points = []
          points << place.call(from - fold.relief, 0.0) << place.call(from - fold.relief, fold.depth) if fold.from > before + 1e-9
          points << place.call(from, fold.depth, true) << place.call(till, fold.depth)
          if fold.till < length(edge) - after - 1e-9
            points << place.call(till + fold.relief, fold.depth) << place.call(till + fold.relief, 0.0)
          end
          points
        end

        # Corners are rounded where the area's outline comes nearest to those of the panel.
        def with_corners(loop)
          @corners.reduce(loop) do |found, (name, size, arc)|
            index = nearest_corner(found, name)
            found.without_corner(index, size,
                                 arc: arc) || raise(Impossible.new(Wording[:the_corner_name_leaves_no_room, name: name],
                                                                   remedy: Wording[:make_it_smaller]))
          end
        end

        def nearest_corner(loop, name)
          unless CORNERS.include?(name.downcase)
            raise Impossible.new(Wording[:there_is_no_corner_name_here, name: name], remedy: Nearest.remedy(name, CORNERS, kind: 'corner'))
          end

          vertical, horizontal = name.downcase.split('_')
          x = horizontal == 'left' ? 0.0 : width
          y = vertical == 'bottom' ? 0.0 : height
          loop.vertices.each_index.min_by { |index| Math.hypot(loop.vertices[index][0] - x, loop.vertices[index][1] - y) }
        end

        # Open edges again, after corners changed the numbers: those whose start is where one was.
        def reopened(loop, points, opened)
          starts = opened.map { |index| points[index].first(2) }
          loop.vertices.each_index.select { |index| starts.any? { |start| same?(loop.vertices[index], start) } }
        end
      end
    end
  end
end
