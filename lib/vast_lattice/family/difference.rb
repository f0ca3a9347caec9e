# frozen_string_literal: true

module VastLattice
  class Family
    # What differs between two families, as a list of readable changes in the order of the family file.
    module Difference
      # Keys by which the items of a list are called; those of a list that has none of them are compared as a whole.
      CALLED = %w[name target title ask].freeze

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

        def brief(value) = value.is_a?(String) && !value.empty? ? " #{value}" : ''
      end

      # The Changes that lead from one family to another.
      def self.between(old, new) = walk([], old, new)

      # +before+ and +after+ are values, or their plain forms. What both share is not looked into.
      def self.walk(path, before, after)
        return [] if before.equal?(after)

        before, after = [before, after].map { |value| opened(value) }
        return [] if before == after
        return keys(path, before, after) if before.is_a?(Hash) && after.is_a?(Hash)

        key = called(before, after)
        return items(path, before.to_a, after.to_a, key) if key

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

      # Lists of things that are called something are compared by that; an order that changed is one change.
      def self.items(path, before, after, key)
        old, new = [before, after].map { |list| list.to_h { |item| [call(item, key), item] } }
        changes = (old.keys | new.keys).flat_map { |name| walk([*path, name], old[name], new[name]) }
        kept = old.keys & new.keys
        return changes if kept == new.keys & old.keys

        changes + [Change.new(place: Place.at(*path, 'order'), before: kept.join(', '), after: (new.keys & old.keys).join(', '))]
      end
      private_class_method :items

      def self.call(item, key) = item.is_a?(Value) ? item.public_send(key) : item[key]
      private_class_method :call

      # The key by which the items of both lists are called, each otherwise, or nil.
      def self.called(*lists)
        lists = lists.compact
        CALLED.find { |key| lists.all? { |list| called_by?(list, key) } } if lists.any? && lists.all?(Array)
      end
      private_class_method :called

      def self.called_by?(list, key)
        return false unless list.all? { |item| item.is_a?(Value) ? item.respond_to?(key) : item.is_a?(Hash) && item.key?(key) }

        list.map { |item| call(item, key) }.uniq.size == list.size
      end
      private_class_method :called_by?

      # Texts as they are, things as they are written in the file; lists of other things in words.
      def self.plain(value)
        case value
        when Value then value.to_tree
        when Array then value.map { |item| words(item) }.join('; ')
        else value
        end
      end
      private_class_method :plain

      def self.words(item)
        case item
        when Value then words(item.to_tree)
        when Hash then item.map { |key, value| "#{key.tr('_', ' ')} #{words(value)}" }.join(', ')
        when Array then item.map { |own| words(own) }.join(', ')
        else item.to_s
        end
      end
      private_class_method :words
    end
  end
end
