# frozen_string_literal: true

module VastLattice
  module Drawing
    # Where edges cross each other in the plane of a view: as shares of the way along the first (Segment, Curve).
    module Crossings
      NEAR = 1e-7
      TURN = 2 * Math::PI
      NONE = [].freeze

      module_function

      # Shares of +one+ at which +other+ crosses it, or at which one that lies upon it begins and ends.
      def of(one, other)
        straight = other.is_a?(Segment)
        if one.is_a?(Segment)
          straight ? lines(one, other) : line_on_circle(one, other).filter_map { |share, angle| share if within?(other, angle) }
        else
          straight ? line_on_circle(other, one).filter_map { |_, angle| share(one, angle) } : circles(one, other)
        end
      end

      def lines(one, other)
        ax, ay = one.from
        ux = one.till[0] - ax
        uy = one.till[1] - ay
        bx, by = other.from
        wx = other.till[0] - bx
        wy = other.till[1] - by
        length = one.length
        return NONE if length < NEAR

        cross = turned(ux, uy, wx, wy)
        reach = other.length
        return upon(one, other, length) if cross.abs < 1e-9 * length * [reach, 1.0].max

        share = turned(bx - ax, by - ay, ux, uy) / cross
        slack = NEAR / [reach, NEAR].max
        share.between?(-slack, 1 + slack) ? [turned(bx - ax, by - ay, wx, wy) / cross] : NONE
      end

      # The cross product of two directions.
      def turned(one_x, one_y, other_x, other_y) = (one_x * other_y) - (one_y * other_x)

      # Ends of a parallel line that lies upon the first.
      def upon(one, other, length)
        ux = (one.till[0] - one.from[0]) / length
        uy = (one.till[1] - one.from[1]) / length
        [other.from, other.till].filter_map do |x, y, _|
          dx = x - one.from[0]
          dy = y - one.from[1]
          ((dx * ux) + (dy * uy)) / length if ((dx * uy) - (dy * ux)).abs < NEAR * 10
        end
      end

      # [[share of the line, angle on the circle], …]
      def line_on_circle(line, curve)
        dx, dy = away(line.till, line.from)
        fx, fy = away(line.from, curve.centre)
        roots((dx * dx) + (dy * dy), (fx * dx) + (fy * dy), (fx * fx) + (fy * fy) - (curve.radius**2)).filter_map do |share|
          [share, Math.atan2(fy + (dy * share), fx + (dx * share))] if share.between?(-1e-9, 1 + 1e-9)
        end
      end

      def away(point, other) = [point[0] - other[0], point[1] - other[1]]

      # Of a x² + 2 b x + c.
      def roots(a, b, c)
        root = (b * b) - (a * c)
        a < NEAR * NEAR || root.negative? ? [] : [-1, 1].map { |sign| (-b + (sign * Math.sqrt(root))) / a }
      end

      def circles(one, other)
        return ends_upon(one, other) if Math.hypot(*away(other.centre, one.centre)) < NEAR

        angles(one, other).select { |angle| on_both?(one, other, angle) }.filter_map { |angle| share(one, angle) }
      end

      # Angles on the circle of the first at which the circles of two meet; none where they have one centre.
      def angles(one, other)
        dx, dy = away(other.centre, one.centre)
        apart = Math.hypot(dx, dy)
        return [] if apart < NEAR || apart > one.radius + other.radius || apart < (one.radius - other.radius).abs

        cosine = ((apart**2) + (one.radius**2) - (other.radius**2)) / (2 * apart * one.radius)
        middle = Math.atan2(dy, dx)
        spread = Math.acos(cosine.clamp(-1.0, 1.0))
        [middle - spread, middle + spread]
      end

      # Of arcs about one centre.
      def ends_upon(one, other)
        return [] if other.whole? || (one.radius - other.radius).abs > NEAR

        [other.start, other.start + other.sweep].filter_map { |angle| share(one, angle) }
      end

      def on_both?(one, other, angle)
        x = one.centre[0] + (one.radius * Math.cos(angle)) - other.centre[0]
        y = one.centre[1] + (one.radius * Math.sin(angle)) - other.centre[1]
        within?(other, Math.atan2(y, x))
      end

      def within?(curve, angle) = ((angle - curve.start + 1e-9) % TURN) <= curve.sweep + 2e-9

      # The share of an arc at an angle; nil where it does not reach that.
      def share(curve, angle)
        turned = (angle - curve.start) % TURN
        turned / curve.sweep if turned <= curve.sweep + 1e-9
      end
    end
  end
end
