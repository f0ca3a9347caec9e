# frozen_string_literal: true

module VastLattice
  class Family
    # Brings together two changes of the same plain form: what only one changed is as that one has it; what both changed is as +own+
    # has it.
    module ThreeWay
      # The value of a key that is not there.
      NONE = Object.new.freeze
      private_constant :NONE

      module_function

      # +old+ is how it was before both, +own+ and +new+ what it became.
      def value(old, own, new)
        return new if own == old
        return own if own == new || old == new
        return keys(old, own, new) if [old, own, new].all?(Hash)

        called = [old, own, new].all?(Array) && Difference::CALLED.find { |key| [old, own, new].all? { |list| called?(list, key) } }
        called ? items(called, old, own, new) : own
      end

      # The order of the names that there are (+names+), after an order +old+ became +own+ and +new+.
      def order(old, own, new, names)
        first, second = own == old ? [new, own] : [own, new]
        found = first & names
        (names - found).sort_by { |name| second.index(name) || second.size }.each do |name|
          before = second.take(second.index(name) || 0).reverse.find { |other| found.include?(other) }
          found.insert(before ? found.index(before) + 1 : 0, name)
        end
        found
      end

      def keys(old, own, new)
        merged = (own.keys | new.keys).to_h { |key| [key, value(*[old, own, new].map { |tree| tree.fetch(key, NONE) })] }
        merged.reject { |_, item| item.equal?(NONE) }
      end

      def called?(list, key)
        list.all? { |item| item.is_a?(Hash) && item[key].is_a?(String) } && list.map { |item| item[key] }.uniq.size == list.size
      end

      # Items of lists that are called something.
      def items(key, old, own, new)
        trees = [old, own, new].map { |list| list.to_h { |item| [item[key], item] } }
        merged = keys(*trees)
        order(*trees.map(&:keys), merged.keys).map { |name| merged[name] }
      end
    end
  end
end
