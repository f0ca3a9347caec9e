# frozen_string_literal: true

module VastLattice
  class Family
    # What differs between two families, as a list of readable changes in the order of the family file.
    module Difference
      # One change: +before+ or +after+ is nil where something is new or gone.
      class Change < Value.with(:place, :before, :after)
        def added? = before.nil?
        def removed? = after.nil?

        # "table size, row A, column length: 600 mm → 650 mm"
        def to_s
          return "#{place}: added#{brief(after)}" if added?
          return "#{place}: removed#{brief(before)}" if removed?

          "#{place}: #{before} → #{after}"
        end

        def to_tree
          { 'place' => place.to_s, 'path' => place.path, 'before' => before, 'after' => after, 'text' => to_s }
        end

        private

        def brief(value) = value.is_a?(String) ? " #{value}" : ''
      end

      # The Changes that lead from one family to another.
      def self.between(old, new) = walk([], old.to_tree, new.to_tree)

      def self.walk(path, before, after)
        return [] if before == after
        return keys(path, before, after) if before.is_a?(Hash) && after.is_a?(Hash)
        return items(path, before.to_a, after.to_a) if named?(before) && named?(after) && (before || after)

        [Change.new(place: Place.at(*path), before: plain(before), after: plain(after))]
      end
      private_class_method :walk

      def self.keys(path, before, after)
        (before.keys | after.keys).flat_map { |key| walk([*path, key], before[key], after[key]) }
      end
      private_class_method :keys

      # Lists of named things are compared by name; an order that changed is one change.
      def self.items(path, before, after)
        old = before.to_h { |item| [item['name'], item] }
        new = after.to_h { |item| [item['name'], item] }
        changes = (old.keys | new.keys).flat_map { |name| walk([*path, name], old[name], new[name]) }
        kept = old.keys & new.keys
        return changes if kept == new.keys & old.keys

        changes + [Change.new(place: Place.at(*path, 'order'), before: kept.join(', '), after: (new.keys & old.keys).join(', '))]
      end
      private_class_method :items

      def self.named?(value) = value.nil? || (value.is_a?(Array) && value.all? { |item| item.is_a?(Hash) && item.key?('name') })
      private_class_method :named?

      def self.plain(value) = value.is_a?(Array) && value.all?(String) ? value.join(', ') : value
      private_class_method :plain
    end
  end
end
