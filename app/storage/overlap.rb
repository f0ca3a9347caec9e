# frozen_string_literal: true

module VastLattice
  module Storage
    # Whether an edit touches what others changed meanwhile: the same cell of a row, the same field of a parameter, the
    # same column of a table, or anything that one of them removed. Edits that only stand side by side are no overlap.
    class Overlap
      # +mine+ is the patch of the edit, +theirs+ those of the others.
      def initialize(mine, theirs)
        @mine = touched(mine)
        @theirs = theirs.map { |patch| touched(patch) }
      end

      def any? = @theirs.any? { |theirs| (theirs.keys & @mine.keys).any? { |key| meet?(theirs[key], @mine[key]) } }

      private

      # {key => paths of what changed; :all where it came or went}
      def touched(patch)
        patch.bodies.to_h { |key, before, after| [key, before && after ? paths([], before, after) : :all] }
      end

      def paths(path, before, after)
        return [] if before == after

        before, after = [before, after].map { |value| by_name(value) }
        return [path] unless before.is_a?(Hash) && after.is_a?(Hash)

        (before.keys | after.keys).flat_map { |key| paths([*path, key], before[key], after[key]) }
      end

      # Columns are known by their target.
      def by_name(value)
        return value unless value.is_a?(Array) && value.any? && value.all? { |item| item.is_a?(Hash) && item.key?('target') }

        value.to_h { |item| [item['target'], item] }
      end

      def meet?(one, other)
        return true if [one, other].include?(:all)

        one.product(other).any? { |path, second| path[0, second.size] == second || second[0, path.size] == path }
      end
    end
  end
end
