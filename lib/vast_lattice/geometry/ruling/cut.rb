# frozen_string_literal: true

module VastLattice
  module Geometry
    module Ruling
      # An edge of an outline (as in Edge; +number+ is that of the outline), and the places on it at which others meet it: shares of its
      # length.
      class Cut
        attr_reader :edge, :number, :arc, :left, :right, :bottom, :top

        def initialize(edge, number)
          @edge = edge
          @number = number
          @arc = Edge.arc(edge) unless edge[4].zero?
          points = [edge[0, 2], edge[2, 2], *Edge.extremes(edge)]
          @left, @right = points.map(&:first).minmax
          @bottom, @top = points.map(&:last).minmax
          @length = Edge.length(edge)
          @shares = []
        end

        def near?(other)
          reach = Arrangement::NEAR
          left <= other.right + reach && other.left <= right + reach && bottom <= other.top + reach && other.bottom <= top + reach
        end

        # Notes on both where they meet.
        def meet(other)
          points = [*ends.select { |point| other.on?(point) }, *other.ends.select { |point| on?(point) }, *crossings(other)]
          points.each do |point|
            note(point)
            other.note(point)
          end
        end

        def ends = [edge[0, 2], edge[2, 2]]

        def on?(point)
          share = share(point)
          share.between?(-1e-9, 1 + 1e-9) && distance(point) < Arrangement::NEAR
        end

        # A point that lies on it.
        def note(point)
          share = share(point)
          @shares << share if share * @length > Arrangement::NEAR && (1 - share) * @length > Arrangement::NEAR
        end

        # Its pieces, as in Edge.
        def pieces
          return [edge] if @shares.empty?

          places = [0.0, *@shares.sort, 1.0].each_cons(2).reject { |from, till| (till - from) * @length < Arrangement::NEAR }
          # What was left out between two places is not a gap.
          starts = places.map(&:first)
          starts[0] = 0.0
          starts.zip([*starts.drop(1), 1.0]).map { |from, till| piece(from, till) }
        end

        protected

        # How far along it a point is; beyond its ends less than 0 or more than 1.
        def share(point)
          return along(point) unless arc

          x, y, _, start, swept = arc
          turn = Math.atan2(point[1] - y, point[0] - x) - start
          turn = -turn if swept.negative?
          turn %= Edge::TURN
          share = turn / swept.abs
          # A little before its start is no whole turn behind it.
          share > 1 && (Edge::TURN - turn) < (turn - swept.abs) ? (turn - Edge::TURN) / swept.abs : share
        end

        private

        def along(point)
          over = edge[2] - edge[0]
          up = edge[3] - edge[1]
          (((point[0] - edge[0]) * over) + ((point[1] - edge[1]) * up)) / ((over * over) + (up * up))
        end

        def distance(point)
          return (Math.hypot(point[0] - arc[0], point[1] - arc[1]) - arc[2]).abs if arc

          over = edge[2] - edge[0]
          up = edge[3] - edge[1]
          ((over * (point[1] - edge[1])) - (up * (point[0] - edge[0]))).abs / Math.hypot(over, up)
        end

        def point(share)
          return [edge[0] + (share * (edge[2] - edge[0])), edge[1] + (share * (edge[3] - edge[1]))] unless arc

          x, y, radius, start, swept = arc
          angle = start + (share * swept)
          [x + (radius * Math.cos(angle)), y + (radius * Math.sin(angle))]
        end

        def piece(from, till)
          start = from.zero? ? edge[0, 2] : point(from)
          finish = till >= 1.0 ? edge[2, 2] : point(till)
          [*start, *finish, arc ? Math.tan((till - from) * arc[4] / 4) : 0.0]
        end

        # Points at which the two cross.
        def crossings(other)
          found = if arc && other.arc then circles(other)
                  elsif arc then other.line_and_circle(self)
                  elsif other.arc then line_and_circle(other)
                  else
                    lines(other)
                  end
          found.select { |point| [share(point), other.share(point)].all? { |share| share.between?(-1e-9, 1 + 1e-9) } }
        end

        def lines(other)
          over, up = direction
          next_over, next_up = other.direction
          cross = (over * next_up) - (up * next_over)
          return [] if cross.abs < 1e-12 * Math.hypot(over, up) * Math.hypot(next_over, next_up)

          away_x = other.edge[0] - edge[0]
          away_y = other.edge[1] - edge[1]
          [point(((away_x * next_up) - (away_y * next_over)) / cross)]
        end

        def circles(other)
          x, y, radius = arc
          over = other.arc[0] - x
          up = other.arc[1] - y
          apart = Math.hypot(over, up)
          return [] if apart < Arrangement::NEAR

          # From the first centre towards the second as far as the common chord, and half of that.
          reach = ((apart**2) + (radius**2) - (other.arc[2]**2)) / (2 * apart)
          half = chord(radius, reach) or return []
          [-half, half].map { |aside| [x + (((reach * over) - (aside * up)) / apart), y + (((reach * up) + (aside * over)) / apart)] }
        end

        # Half of the chord of a circle so far from its centre; nil where there is none.
        def chord(radius, reach)
          return if reach.abs > radius + Arrangement::NEAR

          Math.sqrt([(radius**2) - (reach**2), 0.0].max)
        end

        protected

        def direction = [edge[2] - edge[0], edge[3] - edge[1]]

        def line_and_circle(other)
          over, up = direction
          length = Math.hypot(over, up)
          x, y, radius = other.arc
          foot = (((x - edge[0]) * over) + ((y - edge[1]) * up)) / length
          half = chord(radius, ((over * (y - edge[1])) - (up * (x - edge[0]))) / length) or return []
          [-half, half].map { |aside| point((foot + aside) / length) }
        end
      end
    end
  end
end
