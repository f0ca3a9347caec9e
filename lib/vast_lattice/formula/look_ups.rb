# frozen_string_literal: true

module VastLattice
  module Formula
    # Looking things up in lists, for Runtime: lists of keys and of results are of one length, a row for each place.
    module LookUps
      # The result of the first row whose keys all equal the values.
      def lookup_of(results, *pairs, nothing)
        keys, values = pairs.each_slice(2).to_a.transpose
        return nothing unless alike?([results, *keys]) && values.none? { |value| undefined?(value) }

        row = rows_of(keys.first, values.first).find { |at| keys.each_index.all? { |index| keys[index][at] == values[index] } }
        row ? results[row] : nothing
      end

      # Whether lists are there and of one length.
      def alike?(lists) = lists.none?(&:nil?) && lists.map(&:size).uniq.size == 1

      # The result of the row with the smallest key that is enough, among those whose further keys are enough or equal.
      def lookup_at_least_of(results, keys, needed, *others, nothing)
        nearest(results, keys, needed, others, nothing, :>=) do |fits|
          next keys.at_least(needed) if fits.nil? && keys.is_a?(KeyList)

          (fits || keys.each_index).select { |row| keys[row] >= needed }.min_by { |row| [keys[row], row] }
        end
      end

      # The result of the row with the largest key that fits, likewise.
      def lookup_at_most_of(results, keys, most, *others, nothing)
        nearest(results, keys, most, others, nothing, :<=) do |fits|
          next keys.at_most(most) if fits.nil? && keys.is_a?(KeyList)

          (fits || keys.each_index).select { |row| keys[row] <= most }.max_by { |row| [keys[row], -row] }
        end
      end

      # The block takes the rows that further pairs of keys and values leave; nil where there are no such pairs.
      def nearest(results, keys, value, others, nothing, sign)
        lists, values = others.each_slice(2).to_a.transpose
        return nothing unless alike?([results, keys, *lists]) && [value, *values].none? { |one| undefined?(one) }

        row = yield(lists && keys.each_index.select { |at| lists.zip(values).all? { |list, wanted| suits?(list[at], wanted, sign) } })
        row ? results[row] : nothing
      end

      # Whether a further key is enough (or fits), or equal where it is no number.
      def suits?(key, wanted, sign)
        return false if undefined?(key)

        wanted.is_a?(Float) ? key.public_send(sign, wanted) : key == wanted
      end

      # The items of a list in the rows whose keys equal the values.
      def where_of(list, *pairs)
        keys, values = pairs.each_slice(2).to_a.transpose
        return unless alike?([list, *keys]) && values.none? { |value| undefined?(value) }

        rows_of(keys.first, values.first).select do |at|
          keys.each_index.all? do |index|
            keys[index][at] == values[index]
          end
        end.map { |at| list[at] }
      end

      # Numbers of the rows whose key equals a value.
      def rows_of(keys, value) = keys.is_a?(KeyList) ? keys.rows_of(value) : keys.each_index.select { |row| keys[row] == value }
    end
  end
end
