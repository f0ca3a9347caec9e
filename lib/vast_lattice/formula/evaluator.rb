# frozen_string_literal: true

module VastLattice
  module Formula
    # Computes a typed tree without compiling it: the same values as the Emitter's source, many times slower. For
    # constants, which are computed once, and to look for where something undefined arose.
    class Evaluator
      ORDERS = { '<' => :<, '<=' => :<=, '>' => :>, '>=' => :>= }.freeze

      # +lists+ are those of the plan; the block gives the value of a Variable.
      def initialize(lists = [], budget: Budget.new, &names)
        @lists = lists
        @names = names
        @budget = budget
        @item = nil
        @filters = 0
      end

      # The value of a tree or of a part of one; numbers are rounded to the decimals of their dimension.
      def settled(typed)
        value = raw(typed)
        typed.type.number? && typed.kind != :name ? Runtime.rounded(value, typed.type.dimension.decimals) : value
      end

      # Evaluates the block with an item of a filter in hand.
      def with_item(item)
        outer = @item
        @item = item
        @filters += 1
        yield
      ensure
        @filters -= 1
        @item = outer
      end

      private

      def undefined(type) = type.number? ? Float::NAN : nil

      def raw(typed)
        case typed.kind
        when :number, :text, :boolean then typed.data
        when :name then typed.data.index == Checker::ITEM ? @item : @names.call(typed.data)
        when :column then @lists[typed.data.index]
        else send(:"raw_#{typed.kind}", typed)
        end
      end

      def raws(typed) = typed.parts.map { |part| raw(part) }

      def raw_plus(typed) = raws(typed).reduce(:+)
      def raw_minus(typed) = raws(typed).reduce(:-)
      def raw_times(typed) = raws(typed).reduce(:*)
      def raw_negate(typed) = -raw(typed.parts.first)
      def raw_round(typed) = Runtime.rounded(raw(typed.parts.first), typed.data)
      def raw_defined(typed) = Runtime.defined_of(raw(typed.parts.first))
      def raw_power(typed) = Runtime.power(*raws(typed))
      # Within a filter it is made anew for every item.
      def raw_list(typed) = @filters.zero? ? raws(typed) : Runtime.counted_of(raws(typed), @budget)
      def raw_concat(typed) = Runtime.concat_of(*raws(typed))

      def raw_divide(typed)
        typed.data ? Runtime.divide_by(*raws(typed), typed.data) : Runtime.divide(*raws(typed))
      end

      def raw_if(typed)
        condition = raw(typed.parts.first)
        if condition.nil?
          undefined(typed.type)
        else
          raw(typed.parts[condition ? 1 : 2])
        end
      end

      def raw_and(typed) = typed.parts.map { |part| raw(part) }.reduce { |left, right| both(left, right) }
      def raw_or(typed) = typed.parts.map { |part| raw(part) }.reduce { |left, right| either(left, right) }

      def both(left, right)
        return false if left == false || right == false

        left.nil? || right.nil? ? nil : true
      end

      def either(left, right)
        return true if left || right

        left.nil? || right.nil? ? nil : false
      end

      def raw_compare(typed) = compared(typed.data, *raws(typed))

      def compared(sign, left, right)
        return if Undefined.is?(left) || Undefined.is?(right)
        return (left == right) == (sign == '=') unless ORDERS.key?(sign)

        left.public_send(ORDERS[sign], right)
      end

      def raw_between(typed)
        value, low, high = raws(typed)
        both(compared('>=', value, low), compared('<=', value, high))
      end

      def raw_in(typed)
        value = raw(typed.parts.first)
        typed.parts.drop(1).map { |test| membership(value, test) }.reduce { |one, other| either(one, other) }
      end

      def membership(value, test)
        case test.kind
        when :range
          low, high = raws(test)
          both(compared(test.data[0] ? '>' : '>=', value, low), compared(test.data[1] ? '<' : '<=', value, high))
        when :against then compared(test.data, value, raw(test.parts.first))
        when :list then Runtime.list_contains_of(raws(test), value)
        else compared('=', value, raw(test))
        end
      end

      def raw_filter(typed)
        list, test = typed.parts
        Runtime.filter_of(raw(list), @budget) { |item| with_item(item) { raw(test) } }
      end

      def raw_pick(typed)
        list, number = typed.parts
        Runtime.item_of(raw(list), raw(number), undefined(typed.type))
      end

      def raw_call(typed)
        function = typed.data
        given = raws(typed)
        given = [given] if function.spread && !(typed.parts.size == 1 && typed.parts.first.type.list?)
        given << undefined(typed.type) if function.polymorphic
        Runtime.public_send(function.call, *given)
      end
    end
  end
end
