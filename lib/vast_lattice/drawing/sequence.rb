# frozen_string_literal: true

module VastLattice
  module Drawing
    # Puts sorted layers into an order that also has those before each that lie +behind+ it: {layer => layers}, by identity.
    class Sequence
      def initialize(sorted, behind)
        @sorted = sorted
        @behind = behind
        @places = {}.compare_by_identity
        sorted.each_with_index { |layer, at| @places[layer] = at }
        @state = Array.new(sorted.size)
        @found = []
      end

      def to_a
        @sorted.each_index { |at| visit(at, at) }
        @found
      end

      private

      # A layer that comes earlier than its depth says takes along what lies behind it. What would hide itself in a circle stays.
      def visit(at, now)
        return if @state[at]

        @state[at] = true
        layer = @sorted[at]
        (now...at).each { |other| visit(other, now) if @state[other].nil? && hidden_by?(@sorted[other], layer) }
        @behind.fetch(layer, []).each { |other| visit(@places[other], now) }
        @found << layer
      end

      def hidden_by?(one, layer) = one.high <= layer.low + Stacked::SAME && one.over?(layer)
    end
  end
end
