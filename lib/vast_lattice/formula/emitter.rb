# frozen_string_literal: true

module VastLattice
  module Formula
    # Prints a typed tree as the source of one Ruby expression, to be evaluated where the methods of Runtime, the
    # local variables v0, v1, …, the lists of the plan and a Budget called budget are in sight (see +lambda_of+).
    #
    # What is undefined is NaN where a number stands and nil elsewhere. Conditions have three values, as in FEEL
    # (OMG DMN 1.5, 10.3.2, semantics of conjunction and disjunction): true, false, nil. Whatever is needed twice is held in a
    # local variable of its own: source grows with the formula, never faster.
    class Emitter
      ARITHMETIC = { plus: '+', minus: '-', times: '*' }.freeze
      # Short cuts for two arguments.
      PAIRS = { 'min' => 'lesser', 'max' => 'greater' }.freeze
      # What a comparison of numbers asks first, and next, so that neither holds for an undefined number.
      ORDERED = { '<' => %w[< >=], '<=' => %w[<= >], '>' => %w[> <=], '>=' => %w[>= <] }.freeze

      # Source of the tree of a formula.
      def self.settled(typed) = new.settled(typed)

      # The same where whoever takes it finds out himself whether it is too large for a Float.
      def self.rounded(typed) = typed.kind == :round ? new.rounded(typed) : settled(typed)

      # Source of a choice by a condition: what it gives if that holds, if it does not, and if it is undefined.
      def self.choice(typed, *results) = new.choice(typed, *results)

      # Source of the undefined value of a Type.
      def self.undefined(type) = type.number? ? 'Float::NAN' : 'nil'

      # Source that asks whether a local variable of a Type is undefined.
      def self.undefined?(type, name) = type.number? ? "!#{name}.finite?" : "#{name}.nil?"

      # Source of a lambda over lists that yields the lambda of +parameters+ with this +body+.
      def self.lambda_of(parameters, body)
        "lambda { |lists| lambda { |#{parameters}| #{'budget = Budget.new; ' if body.include?('budget')}#{body} } }"
      end

      def initialize
        @held = 0
        @filters = 0
      end

      def settled(typed) = typed.kind == :number ? number(Rounding.of(typed.data, typed.type.dimension.decimals)) : source(typed)
      def rounded(typed) = Rounding.source(source(typed.parts.first), typed.data, held, held)

      # Comparisons of numbers ask at once, everything else is held first.
      def choice(typed, yes, otherwise, undefined)
        if typed.kind == :compare && typed.parts.first.type.number?
          return ordered(typed.data, *typed.parts.map { |part| operand(part) }, yes, otherwise, undefined)
        end

        source = source(typed)
        return "(#{source} ? #{yes} : #{otherwise})" if %w[true false].include?(source)

        name = held
        "((#{name} = #{source}) ? #{yes} : (#{name}.nil? ? #{undefined} : #{otherwise}))"
      end

      private

      def source(typed)
        case typed.kind
        when :number then number(typed.data)
        when :boolean then typed.data.inspect
        when :text then quoted(typed.data)
        when :name then typed.data.index == Checker::ITEM ? 'item' : "v#{typed.data.index}"
        when :column then "lists[#{typed.data.index}]"
        when *ARITHMETIC.keys then "(#{typed.parts.map { |part| source(part) }.join(" #{ARITHMETIC[typed.kind]} ")})"
        else send(:"emit_#{typed.kind}", typed)
        end
      end

      # Zero has no sign.
      def number(amount) = (amount + 0.0).inspect

      # String#dump escapes quotes, backslashes, #{ } and everything that is not plain ASCII.
      def quoted(text) = "#{text.encode('UTF-8').dump}.freeze"

      # Whether a computed number may be too large for a Float although its operands are not.
      def overflows?(typed)
        typed.kind == :times || (ARITHMETIC.key?(typed.kind) && typed.parts.any? { |part| overflows?(part) })
      end

      # A fresh local variable.
      def held = "k#{@held += 1}"

      # [source that computes and holds an operand, source that reads it again].
      def operand(typed)
        return [source(typed)] * 2 if typed.literal? || typed.kind == :name

        name = held
        ["(#{name} = #{source(typed)})", name]
      end

      def emit_round(typed) = overflows?(typed.parts.first) ? "finite(#{rounded(typed)})" : rounded(typed)

      def emit_defined(typed)
        part = typed.parts.first
        return "defined_of(#{source(part)})" if part.type.list?

        part.type.number? ? "(#{source(part)}).finite?" : "!(#{source(part)}).nil?"
      end

      def emit_negate(typed) = "(-#{source(typed.parts.first)})"
      def emit_power(typed) = "power(#{arguments(typed.parts)})"

      # Within a filter a list is made anew for every item.
      def emit_list(typed)
        list = "[#{typed.parts.map { |part| source(part) }.join(', ')}]"
        @filters.zero? ? list : "counted_of(#{list}, budget)"
      end

      def emit_concat(typed) = "concat_of(#{arguments(typed.parts)})"

      # A computed divisor that rounds to zero is zero.
      def emit_divide(typed)
        typed.data ? "divide_by(#{arguments(typed.parts)}, #{typed.data})" : "divide(#{arguments(typed.parts)})"
      end

      def emit_if(typed)
        condition, yes, no = typed.parts
        choice(condition, source(yes), source(no), Emitter.undefined(typed.type))
      end

      def emit_and(typed) = typed.parts.map { |part| source(part) }.reduce { |left, right| both(left, right) }
      def emit_or(typed) = typed.parts.map { |part| source(part) }.reduce { |left, right| either(left, right) }

      # false decides, whatever stands on the other side.
      def both(left, right)
        folded(left, right, 'true', 'false') do |one, other|
          "((#{one} = #{left}) || #{one}.nil? ? ((#{other} = #{right}) ? #{one} : (#{other}.nil? ? nil : false)) : false)"
        end
      end

      # true decides.
      def either(left, right)
        folded(left, right, 'false', 'true') do |one, other|
          "((#{one} = #{left}) ? true : ((#{other} = #{right}) ? true : (#{one}.nil? || #{other}.nil? ? nil : false)))"
        end
      end

      # What is written as the neutral or the deciding value needs no asking.
      def folded(left, right, neutral, deciding)
        return right if left == neutral || right == deciding
        return left if right == neutral || left == deciding

        yield held, held
      end

      def emit_compare(typed)
        left, right = typed.parts
        compared(typed.data, left.type, operand(left), operand(right), known: [left, right].map(&:literal?))
      end

      # Source of a comparison of operands as +operand+ gives them.
      def compared(sign, type, left, right, known: [false, false])
        return ordered(sign, left, right) if type.number?

        unknown = [left, right].zip(known).reject(&:last).map { |(given, _), _| "#{given}.nil?" }
        equal = "#{left.last} #{sign == '=' ? '==' : '!='} #{right.last}"
        unknown.empty? ? "(#{equal})" : "(#{unknown.join(' || ')} ? nil : #{equal})"
      end

      # What a comparison of numbers gives if it holds, if it does not, and if a side is undefined.
      def ordered(sign, left, right, yes = 'true', otherwise = 'false', undefined = 'nil')
        first, second = ORDERED[sign]
        return "(#{left[0]} #{first} #{right[0]} ? #{yes} : (#{left[1]} #{second} #{right[1]} ? #{otherwise} : #{undefined}))" if first

        same, different = sign == '=' ? [yes, otherwise] : [otherwise, yes]
        "(#{left[0]} == #{right[0]} ? #{same} : (#{left[1]} < #{right[1]} || #{left[1]} > #{right[1]} ? #{different} : #{undefined}))"
      end

      def emit_between(typed)
        value, low, high = typed.parts.map { |part| operand(part) }
        both(ordered('>=', value, low), ordered('<=', [value.last] * 2, high))
      end

      # The value is computed once, before the first test.
      def emit_in(typed)
        value, *tests = typed.parts
        given = operand(value)
        found = tests.map { |test| membership([given.last] * 2, value.type, test) }.reduce { |one, other| either(one, other) }
        given.first == given.last ? found : "(#{given.first}; #{found})"
      end

      def membership(value, type, test)
        case test.kind
        when :range
          open_low, open_high = test.data
          low, high = test.parts.map { |part| operand(part) }
          both(ordered(open_low ? '>' : '>=', value, low), ordered(open_high ? '<' : '<=', value, high))
        when :against then compared(test.data, type, value, operand(test.parts.first), known: [false, test.parts.first.literal?])
        when :list then "list_contains_of(#{emit_list(test)}, #{value.last})"
        else compared('=', type, value, operand(test), known: [false, test.literal?])
        end
      end

      def emit_filter(typed)
        list, test = typed.parts
        whole = source(list)
        @filters += 1
        "filter_of(#{whole}, budget) { |item| #{source(test)} }"
      ensure
        @filters -= 1
      end

      def emit_pick(typed)
        list, number = typed.parts
        "item_of(#{source(list)}, #{source(number)}, #{Emitter.undefined(typed.type)})"
      end

      def emit_call(typed)
        function = typed.data
        pair = PAIRS[function.name]
        return "#{pair}(#{arguments(typed.parts)})" if pair && typed.parts.size == 2

        given = arguments(typed.parts)
        given = "[#{given}]" if function.spread && !(typed.parts.size == 1 && typed.parts.first.type.list?)
        "#{function.call}(#{[given, *(Emitter.undefined(typed.type) if function.polymorphic)].reject(&:empty?).join(', ')})"
      end

      def arguments(parts) = parts.map { |part| source(part) }.join(', ')
    end
  end
end
