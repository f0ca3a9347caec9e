# frozen_string_literal: true

module VastLattice
  module Drawing
    # Pieces of edges that lie on one straight line, or on one circle, as Marks: those that go on are joined, by their owners, and where
    # something is seen, nothing is drawn as hidden.
    class Stretches
      # Places nearer than this are one: mm, or radians.
      NEAR = 1e-5
      TURN = 2 * Math::PI

      # The direction of a line, the same both ways.
      def self.way(edge)
        over = edge.till[0] - edge.from[0]
        up = edge.till[1] - edge.from[1]
        length = edge.length
        back = over / length < -1e-9 || (over.abs / length <= 1e-9 && up.negative?)
        [over / length, up / length].map { |share| back ? -share : share }
      end

      # Stretches that meet, as one; [[from, till], …].
      def self.joined(stretches)
        stretches.sort_by(&:first).each_with_object([]) do |(from, till), found|
          if found.any? && from <= found.last[1] + NEAR
            found.last[1] = till if till > found.last[1]
          else
            found << [from, till]
          end
        end
      end

      # A stretch without what others take of it.
      def self.without(stretch, others)
        others.reduce([stretch]) do |left, (low, high)|
          left.flat_map do |from, till|
            next [[from, till]] if high <= from || low >= till

            [[from, low], [high, till]].select { |one, other| other - one > NEAR }
          end
        end
      end

      # +pieces+ as of Seen: [edge, from, till, role].
      def initialize(pieces)
        @pieces = pieces
        @edge = pieces.first.first
      end

      # Marks::Line of pieces on one line.
      def lines
        over, up = Stretches.way(@edge)
        foot = (@edge.from[0] * up) - (@edge.from[1] * over)
        point = ->(at) { [(over * at) + (foot * up), (up * at) - (foot * over)] }
        stretches { |piece| [ends(piece).map { |x, y, _| (x * over) + (y * up) }.sort] }
          .map { |role, owner, from, till| Marks::Line.new(from: point.call(from), till: point.call(till), role: role, owner: owner) }
      end

      # Marks::Arc of pieces on one circle.
      def arcs
        found = stretches { |edge, from, till, _| turned(edge.start + (edge.sweep * from), edge.sweep * (till - from)) }
        found.group_by { |role, owner, *| [role, owner] }.flat_map do |(role, owner), own|
          closed(own.map { |stretch| stretch.last(2) }).map do |from, till|
            Marks::Arc.new(centre: @edge.centre, radius: @edge.radius, start: from, sweep: till - from, role: role, owner: owner)
          end
        end
      end

      private

      # [role, owner, from, till] of each; the block gives the stretches of a piece.
      def stretches(&)
        seen, behind = @pieces.partition { |piece| piece.last == :visible }
        taken = []
        [[:visible, seen], [:hidden, behind]].flat_map do |role, pieces|
          by_owner(pieces, &).flat_map do |owner, own|
            left = own.flat_map { |stretch| Stretches.without(stretch, taken) }
            taken = Stretches.joined(taken + left)
            left.map { |from, till| [role, owner, from, till] }
          end
        end
      end

      # The workpiece first: what a feature shares with it is its outline; then whoever has the most of it, so that it is one line.
      def by_owner(pieces, &)
        found = pieces.group_by { |edge, *| edge.owner }.transform_values { |own| Stretches.joined(own.flat_map(&)) }
        return found if found.size == 1

        found.sort_by { |owner, own| [owner ? own.sum { |from, till| from - till } : -Float::INFINITY, owner.to_s] }
      end

      def ends((edge, from, till, _)) = [edge.at(from), edge.at(till)]

      # An arc within one turn: in two where it goes past its end.
      def turned(start, sweep)
        from = start % TURN
        return [[from, from + sweep]] if from + sweep <= TURN + NEAR

        [[from, TURN], [0.0, from + sweep - TURN]]
      end

      # What ends where a turn is full goes on with what begins there.
      def closed(own)
        return own if own.size < 2 || own.last[1] < TURN - NEAR || own.first[0] > NEAR

        [[own.last[0], own.first[1] + TURN], *own[1...-1]]
      end
    end
  end
end
