# frozen_string_literal: true

module VastLattice
  module Geometry
    module Ruling
      # A Prism as straight lines go through it.
      class PiercedPrism
        # Less than this is no direction.
        FLAT = 1e-12

        # A straight edge or an arc of an outline; of an arc its circle, and on which side of its chord it lies; of
        # a whole circle that alone.
        Side = Struct.new(:x, :y, :over, :up, :bulge, :middle_x, :middle_y, :radius)

        def initialize(prism)
          @frame = prism.frame
          @low = prism.low
          @high = prism.high
          @sides = prism.profile.loops.flat_map { |loop| sides(loop) }
        end

        # Spans of the line from a point along a direction (both in space) that lie inside.
        def spans(point, direction)
          x, y, height = @frame.local(point)
          over = Vector.dot(direction, @frame.u)
          upwards = Vector.dot(direction, @frame.v)
          from, till = between(height, Vector.dot(direction, @frame.n)) || (return Spans::NONE)
          return holds?(x, y) ? [from, till] : Spans::NONE if over.abs < FLAT && upwards.abs < FLAT

          clipped(crossings([x, y, over, upwards]), from, till)
        end

        private

        def sides(loop)
          return [Side.new(0.0, 0.0, 0.0, 0.0, nil, *loop.circle)] if loop.circle

          loop.edges.map do |edge|
            x, y, next_x, next_y, bulge = edge
            middle_x, middle_y, radius = Edge.arc(edge) unless bulge.zero?
            Side.new(x, y, next_x - x, next_y - y, bulge, middle_x, middle_y, radius)
          end
        end

        # Where the line is between both ends, or nil.
        def between(height, rise)
          return (height > @low && height < @high ? [-Float::INFINITY, Float::INFINITY] : nil) if rise.abs < FLAT

          ends = [(@low - height) / rise, (@high - height) / rise]
          ends[0] < ends[1] ? ends : ends.reverse
        end

        # Sorted places at which a line [x, y, over, upwards] of the plane crosses the outlines.
        def crossings(line)
          found = []
          @sides.each { |side| side.radius ? cross_arc(found, side, line) : cross_line(found, side, line) }
          found.sort!
        end

        # Half-open at the ends, so that a corner is counted once.
        def cross_line(found, side, (x, y, over, upwards))
          from = (over * (side.y - y)) - (upwards * (side.x - x))
          rise = (over * side.up) - (upwards * side.over)
          return unless from.negative? ^ (from + rise).negative?

          share = -from / rise
          away_x = side.x + (share * side.over) - x
          away_y = side.y + (share * side.up) - y
          found << (((away_x * over) + (away_y * upwards)) / ((over * over) + (upwards * upwards)))
        end

        def cross_arc(found, side, line)
          low, high = circle(side, line)
          return unless low
          return found << low << high unless side.bulge

          found << low if on?(side, line, low)
          found << high if on?(side, line, high)
        end

        # Both places at which a line crosses the circle of a side.
        def circle(side, (x, y, over, upwards))
          away_x = x - side.middle_x
          away_y = y - side.middle_y
          square = (over * over) + (upwards * upwards)
          half = (away_x * over) + (away_y * upwards)
          under = (half * half) - (square * ((away_x * away_x) + (away_y * away_y) - (side.radius * side.radius)))
          return if under <= 0

          root = Math.sqrt(under)
          [(-half - root) / square, (-half + root) / square]
        end

        # An arc to the left of its chord's direction lies to its right.
        def on?(side, (x, y, over, upwards), place)
          beside = (side.over * (y + (place * upwards) - side.y)) - (side.up * (x + (place * over) - side.x))
          side.bulge.positive? ? beside.negative? : beside >= 0
        end

        def clipped(places, from, till)
          found = []
          places.each_slice(2) do |low, high|
            break if high.nil?

            low = from if low < from
            high = till if high > till
            found << low << high if low < high
          end
          found
        end

        # By the crossings of a line through the point.
        def holds?(x, y) = crossings([x, y, 0.8, 0.6]).count(&:positive?).odd?
      end
    end
  end
end
