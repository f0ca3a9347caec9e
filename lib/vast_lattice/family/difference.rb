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
      def self.between(old, new) = walk([], old, new)

      # +before+ and +after+ are values, or their plain forms. What both share is not looked into.
      def self.walk(path, before, after)
        return [] if before.equal?(after)

        before, after = [before, after].map { |value| opened(value) }
        return [] if before == after
        return keys(path, before, after) if before.is_a?(Hash) && after.is_a?(Hash)
        return items(path, before.to_a, after.to_a) if named?(before) && named?(after) && (before || after)

        [Change.new(place: Place.at(*path), before: plain(before), after: plain(after))]
      end
      private_class_method :walk

      # A value by its keys, with lists of named values left as they are.
      def self.opened(value)
        return value unless value.is_a?(Value)

        lists = value.to_h.select do |_, list|
          list.is_a?(Array) && list.any? && list.all? do |item|
            item.is_a?(Value) && item.respond_to?(:name)
          end
        end
        value.with(**lists.transform_values { [] }).to_tree.merge(lists.transform_keys(&:to_s))
      end
      private_class_method :opened

      def self.keys(path, before, after)
        (before.keys | after.keys).flat_map { |key| walk([*path, key], before[key], after[key]) }
      end
      private_class_method :keys

      # Lists of named things are compared by name; an order that changed is one change.
      def self.items(path, before, after)
        old, new = [before, after].map { |list| list.to_h { |item| [item.is_a?(Value) ? item.name : item['name'], item] } }
        changes = (old.keys | new.keys).flat_map { |name| walk([*path, name], old[name], new[name]) }
        kept = old.keys & new.keys
        return changes if kept == new.keys & old.keys

        changes + [Change.new(place: Place.at(*path, 'order'), before: kept.join(', '), after: (new.keys & old.keys).join(', '))]
      end
      private_class_method :items

      def self.named?(value)
        value.nil? || (value.is_a?(Array) && value.all? { |item| item.is_a?(Value) || (item.is_a?(Hash) && item.key?('name')) })
      end
      private_class_method :named?

      def self.plain(value)
        return value.to_tree if value.is_a?(Value)

        value.is_a?(Array) && value.all?(String) ? value.join(', ') : value
      end
      private_class_method :plain
    end
  end
end
