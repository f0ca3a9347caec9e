# frozen_string_literal: true

module VastLattice
  module Formula
    # Prints a typed tree as the source of one Ruby expression, to be evaluated where the methods of
    # Runtime, the local variables v0, v1, … and the lists of the plan are in sight.
    #
    # A computed number is rounded before it is compared, so that 0.1 + 0.2 = 0.3 and a comparison at a
    # limit does what the engineer expects.
    class Emitter
      OPERATORS = { plus: '+', minus: '-', times: '*', and: '&&', or: '||', concat: '+' }.freeze
      SIGNS = { '=' => '==' }.freeze

      # Source of the tree; numbers are rounded to the decimals of their dimension.
      def self.settled(typed) = new.settled(typed)

      def settled(typed)
        return source(typed) if typed.settled?

        "(#{source(typed)}).round(#{typed.type.dimension.decimals})"
      end

      private

      def source(typed)
        case typed.kind
        when :number, :boolean then typed.data.inspect
        when :text then quoted(typed.data)
        when :name then typed.data.index == Checker::ITEM ? 'item' : "v#{typed.data.index}"
        when :column then "lists[#{typed.data.index}]"
        when *OPERATORS.keys then "(#{typed.parts.map { |part| source(part) }.join(" #{OPERATORS[typed.kind]} ")})"
        else send(:"emit_#{typed.kind}", typed)
        end
      end

      # String#dump escapes quotes, backslashes, #{ } and everything that is not plain ASCII.
      def quoted(text) = "#{text.encode('UTF-8').dump}.freeze"

      def emit_negate(typed) = "(-#{source(typed.parts.first)})"
      def emit_divide(typed) = call('divide', typed.parts)
      def emit_power(typed) = call('power', typed.parts)
      def emit_list(typed) = "[#{typed.parts.map { |part| source(part) }.join(', ')}]"

      def emit_if(typed)
        condition, yes, no = typed.parts.map { |part| source(part) }
        "(#{condition} ? #{yes} : #{no})"
      end

      def emit_compare(typed)
        left, right = typed.parts.map { |part| settled(part) }
        "(#{left} #{SIGNS.fetch(typed.data, typed.data)} #{right})"
      end

      def emit_between(typed)
        value, low, high = typed.parts.map { |part| settled(part) }
        "(#{value} >= #{low} && #{value} <= #{high})"
      end

      def emit_in(typed)
        value = settled(typed.parts.first)
        "(#{typed.parts.drop(1).map { |test| membership(value, test) }.join(' || ')})"
      end

      def membership(value, test)
        parts = test.parts.map { |part| settled(part) }
        case test.kind
        when :range
          open_low, open_high = test.data
          "(#{value} #{open_low ? '>' : '>='} #{parts[0]} && #{value} #{open_high ? '<' : '<='} #{parts[1]})"
        when :list then "[#{parts.join(', ')}].include?(#{value})"
        else "(#{value} == #{settled(test)})"
        end
      end

      def emit_filter(typed)
        list, test = typed.parts
        "#{source(list)}.select { |item| #{source(test)} }"
      end

      def emit_pick(typed)
        list, number = typed.parts
        "item_of(#{source(list)}, #{source(number)}, #{NOTHING.fetch(typed.type.kind)})"
      end

      # What a pick or a look-up gives when there is nothing.
      NOTHING = { number: 'Float::NAN', text: "''", boolean: 'false' }.freeze
      private_constant :NOTHING

      def emit_call(typed)
        function = typed.data
        return call(function.call, typed.parts) unless function.spread

        single_list = typed.parts.size == 1 && typed.parts.first.type.list?
        single_list ? call(function.call, typed.parts) : "#{function.call}([#{arguments(typed.parts)}])"
      end

      def call(method, parts) = "#{method}(#{arguments(parts)})"
      def arguments(parts) = parts.map { |part| source(part) }.join(', ')
    end
  end
end
