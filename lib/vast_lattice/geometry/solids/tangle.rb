# frozen_string_literal: true

module VastLattice
  module Geometry
    # Sorts pieces into those that lie clear of everything and those that meet each other, an edge, or more than
    # one surface. A sweep along x keeps it quick for long rows of holes.
    module Tangle
      # How near is meeting, mm.
      NEAR = 1e-6
      # Pieces that may all run into each other; more would take too long to work out.
      MOST = 250

      # [clear pieces, tangled ones]; the cuts of the blank are among the latter, before the others.
      def self.sort(blank, pieces)
        all = blank.cuts.map { |body| Piece.of_bodies(:cut, nil, [body], nil) } + pieces
        meeting = pairs(all).flatten.to_set
        own = blank.cuts.size
        tangled = all.each_index.select { |index| index < own || meeting.include?(index) || !all[index].clear? }
        [(all.each_index.to_a - tangled).map { |index| all[index] }, tangled.map { |index| all[index] }]
      end

      # Groups of pieces that meet, each in the order of making.
      def self.groups(pieces)
        parents = pieces.each_index.to_a
        root = ->(index) { parents[index] == index ? index : (parents[index] = root.call(parents[index])) }
        pairs(pieces).each { |one, other| parents[root.call(other)] = root.call(one) }
        pieces.each_index.group_by { |index| root.call(index) }.values.map { |indexes| indexes.sort.map { |index| pieces[index] } }
      end

      # The largest group of pieces that meet, if there are too many of them, else nil.
      def self.excess(pieces) = pieces.size > MOST ? groups(pieces).find { |group| group.size > MOST } : nil

      # Pairs of indexes of pieces that meet.
      def self.pairs(pieces)
        order = pieces.each_index.sort_by { |index| pieces[index].bounds.low[0] }
        active = []
        order.flat_map do |index|
          piece = pieces[index]
          active.reject! { |other| pieces[other].bounds.high[0] < piece.bounds.low[0] - NEAR }
          found = active.select { |other| meet?(pieces[other], piece) }
          active << index
          found.map { |other| [other, index].minmax }
        end
      end

      def self.meet?(one, other)
        return false unless one.bounds.meets?(other.bounds, NEAR)
        return true if one.wall.nil? || !one.wall.equal?(other.wall) || one.layers.empty? || other.layers.empty?

        one.layers.any? { |layer| other.layers.any? { |second| Overlaps.meet?(layer.loop, second.loop) } }
      end
      private_class_method :meet?
    end
  end
end
