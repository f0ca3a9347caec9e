# frozen_string_literal: true

module VastLattice
  module Drawing
    # What a drawing is made of, as data in mm, y upwards. Each mark has a +role+, which writers turn into a stroke, and an +owner+: the
    # name of the feature, part or component that it belongs to, or nil; what belongs to a dimension says which one it is of that (+of+).
    module Marks
      ROLES = %i[visible hidden centre cut bend engrave mark dimension hatch phantom frame thick shade].freeze

      # A straight line between two points [x, y].
      class Line < Value.with(:from, :till, role: :visible, owner: nil, of: nil)
        def points = [from, till]
        def length = Math.hypot(till[0] - from[0], till[1] - from[1])

        def placed(scale, over, upwards)
          with(from: Marks.place(from, scale, over, upwards), till: Marks.place(till, scale, over, upwards))
        end
      end

      # A part of a circle: from the angle +start+ over +sweep+, both in radians and counter-clockwise; a sweep of 2 π is all of it.
      class Arc < Value.with(:centre, :radius, start: 0.0, sweep: 2 * Math::PI, role: :visible, owner: nil, of: nil)
        def length = radius * sweep
        def whole? = sweep >= (2 * Math::PI) - 1e-9

        # Its ends, and where it reaches furthest.
        def points
          turns = (0..3).map { |quarter| quarter * Math::PI / 2 }.select { |angle| ((angle - start) % (2 * Math::PI)) <= sweep }
          [start, start + sweep, *turns].map { |angle| at(angle) }
        end

        def at(angle) = [centre[0] + (radius * Math.cos(angle)), centre[1] + (radius * Math.sin(angle))]
        def placed(scale, over, upwards) = with(centre: Marks.place(centre, scale, over, upwards), radius: radius * scale)
      end

      # A filled shape: +rings+ of points, the outer one first; arrowheads and fillings are such.
      class Area < Value.with(:rings, role: :dimension, owner: nil, of: nil, colour: nil)
        def points = rings.flatten(1)
        def placed(scale, over, upwards) = with(rings: rings.map { |ring| ring.map { |point| Marks.place(point, scale, over, upwards) } })
      end

      # Words at a point of their base line; +height+ is that of capitals, mm (ISO 3098); +anchor+ is :start, :middle or :end; +turn+ is
      # 0 or 90 degrees, counter-clockwise.
      class Text < Value.with(:at, :words, height: 2.5, anchor: :start, turn: 0, role: :dimension, owner: nil, of: nil)
        # How wide a letter is, and how far letters reach below the line, in heights of a capital: of the sans serif that is drawn, on the
        # safe side.
        LETTER = 0.87
        BELOW = 0.3

        def width = words.size * height * LETTER

        # [left, bottom, right, top] of what it takes.
        def box
          x, y = at
          from = { start: 0.0, middle: -width / 2, end: -width }.fetch(anchor)
          below = height * BELOW
          return [x + from, y - below, x + from + width, y + height] if turn.zero?

          [x - height, y + from, x + below, y + from + width]
        end

        def points = box.each_slice(2).to_a
        def placed(_scale, over, upwards) = with(at: [at[0] + over, at[1] + upwards])
      end

      # The marks of a Geometry::Loop: lines, arcs, or a whole circle.
      def self.of_loop(loop, **about)
        return [Arc.new(centre: loop.circle.first(2), radius: loop.circle.last, **about)] if loop.circle

        loop.edges.map do |edge|
          next Line.new(from: edge[0, 2], till: edge[2, 2], **about) if edge.last.zero?

          centre, start, sweep = arc(edge)
          Arc.new(centre: centre, radius: Geometry::Edge.radius(edge), start: start, sweep: sweep, **about)
        end
      end

      # Centre, start and sweep of an edge [x0, y0, x1, y1, bulge] that is round.
      def self.arc(edge)
        x0, y0, x1, y1, bulge = edge
        away = (1 - (bulge**2)) / (4 * bulge)
        centre = [((x0 + x1) / 2) - ((y1 - y0) * away), ((y0 + y1) / 2) + ((x1 - x0) * away)]
        first = bulge.positive? ? [x0, y0] : [x1, y1]
        [centre, Math.atan2(first[1] - centre[1], first[0] - centre[0]), 4 * Math.atan(bulge.abs)]
      end

      # A Family::Picture in a box from its lower left corner, as large as it fits.
      class Picture < Value.with(:at, :width, :height, :picture, role: :frame, owner: nil)
        def points = [at, [at[0] + width, at[1] + height]]
        def placed(scale, over, upwards) = with(at: Marks.place(at, scale, over, upwards), width: width * scale, height: height * scale)
      end

      # A point to scale, moved.
      def self.place(point, scale, over, upwards) = [(point[0] * scale) + over, (point[1] * scale) + upwards]

      # The Geometry::Box around marks; nil around none.
      def self.box(marks)
        xs, ys = marks.flat_map(&:points).transpose
        xs && Geometry::Box.new(left: xs.min, right: xs.max, bottom: ys.min, top: ys.max)
      end
    end
  end
end
