# frozen_string_literal: true

module VastLattice
  module Formula
    # A table's column as formulas get it: a list that never changes and finds its values by an index, which is made when
    # it is first asked for. Numbers are rounded already; an open cell is undefined and never found.
    class KeyList < Array
      # Numbers of the rows that hold a value, in their order.
      def rows_of(value) = (@rows ||= grouped).fetch(value, NONE)

      # The row with the smallest key of at least so much, or nil.
      def at_least(needed)
        keys, rows = sorted
        found = keys.bsearch_index { |key| key >= needed }
        found && rows[found]
      end

      # The row with the largest key of at most so much, or nil.
      def at_most(most)
        keys, rows = sorted
        after = keys.bsearch_index { |key| key > most } || keys.size
        after.zero? ? nil : rows[keys.bsearch_index { |key| key >= keys[after - 1] }]
      end

      NONE = [].freeze
      private_constant :NONE

      private

      def grouped = each_index.group_by { |row| self[row] }.reject { |value, _| Undefined.is?(value) }.freeze

      # Keys in their order, and their rows; equal keys in the order of the rows.
      def sorted
        @sorted ||= begin
          pairs = each_with_index.reject { |value, _| Undefined.is?(value) }.sort
          [pairs.map(&:first).freeze, pairs.map(&:last).freeze]
        end
      end
    end
  end
end
