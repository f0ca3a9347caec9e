# frozen_string_literal: true

module VastLattice
  module Logic
    # Typed trees as terms of the solver; the block gives the term of a Variable. Where the program rounds a number that may have
    # more decimals than it keeps, the solver takes any number as near as that (a fact of its own): what equals what at an exact
    # limit is found out by trying, and nothing valid is missed.
    class Terms
      # Items of a list that are written out.
      MOST_ITEMS = 400
      # How far rounding moves a number, by units of the last decimal: a half, and what the numbers of the program themselves are
      # less exact than those of the solver.
      MOVED = Rational(6, 10)
      private_constant :MOVED
      SIGNS = { '<' => :<, '<=' => :<=, '>' => :>, '>=' => :>= }.freeze

      # +facts+ takes what must hold of what is left free.
      def initialize(lists, words, facts, &names)
        @lists = lists
        @words = words
        @facts = facts
        @names = names
      end

      # The term of a tree; free where the solver cannot know it.
      def of(typed)
        return constant(typed) if typed.constant?

        writer = :"write_#{typed.kind}"
        (respond_to?(writer, true) && send(writer, typed)) || @words.free(typed.type)
      end

      private

      def constant(typed)
        value = Formula.value(typed, @lists)
        return @words.free(typed.type) if typed.type.list? || Undefined.is?(value)

        @words.constant(value, typed.type)
      rescue Formula::Error
        @words.free(typed.type)
      end

      def parts(typed) = typed.parts.map { |part| of(part) }

      def write_name(typed) = @names.call(typed.data)

      def write_round(typed)
        part = typed.parts.first
        Decimal.kept?(part, @lists) ? of(part) : near(of(part), typed.data)
      end

      # Anything to which a number may be rounded.
      def near(term, decimals, upwards: false)
        found = @words.free(Formula::NUMBER)
        moved = Logic.real(MOVED / (10**decimals))
        @facts << (found <= term + moved) << (found >= (upwards ? term : term - moved))
        found
      end

      def write_plus(typed) = parts(typed).reduce(:+)
      def write_minus(typed) = parts(typed).reduce(:-)
      def write_times(typed) = parts(typed).reduce(:*)
      def write_negate(typed) = -of(typed.parts.first)
      def write_divide(typed) = parts(typed).reduce(:/)
      def write_if(typed) = Logic.choose(*parts(typed))
      def write_and(typed) = Logic.all(parts(typed))
      def write_or(typed) = Logic.any(parts(typed))

      # Only small whole powers.
      def write_power(typed)
        base, exponent = typed.parts
        power = exponent.constant? && Formula.value(exponent, @lists)
        return unless power.is_a?(Float) && power == power.round && power.between?(1, 3)

        Array.new(power.to_i, of(base)).reduce(:*)
      end

      def write_compare(typed) = compared(typed.data, *parts(typed))

      def compared(sign, left, right)
        return left.public_send(SIGNS.fetch(sign), right) if SIGNS.key?(sign)

        sign == '=' ? left == right : Logic.negate(left == right)
      end

      def write_between(typed)
        value, low, high = parts(typed)
        Logic.all([value >= low, value <= high])
      end

      def write_in(typed)
        value = of(typed.parts.first)
        Logic.any(typed.parts.drop(1).map { |test| member(value, test) })
      end

      def member(value, test)
        case test.kind
        when :range
          low, high = parts(test)
          Logic.all([value.public_send(test.data[0] ? :> : :>=, low), value.public_send(test.data[1] ? :< : :<=, high)])
        when :against then compared(test.data, value, of(test.parts.first))
        when :list then Logic.any(test.parts.map { |part| value == of(part) })
        else value == of(test)
        end
      end

      CALLS = %w[not min max abs floor ceiling ceil round_up round_down round_to modulo sum all any lookup lookup_at_least
                 lookup_at_most].freeze
      private_constant :CALLS

      def write_call(typed)
        name = typed.data.name
        return unless CALLS.include?(name)
        return looked_up(name, typed) if name.start_with?('lookup')

        typed.parts.any? { |part| part.type.list? } ? nil : called(name, parts(typed))
      end

      def called(name, given)
        case name
        when 'not' then Logic.negate(given.first)
        when 'sum' then given.reduce(:+)
        when 'all' then Logic.all(given)
        when 'any' then Logic.any(given)
        when 'min' then given.reduce { |one, other| Logic.choose(one <= other, one, other) }
        when 'max' then given.reduce { |one, other| Logic.choose(one >= other, one, other) }
        when 'abs' then given.first.abs
        else stepped(name, *given)
        end
      end

      # What lies just below a whole step counts as that step: the program rounds the quotient.
      def stepped(name, value, step = Logic.real(1))
        case name
        when 'floor', 'round_down' then below(value / step) * step
        when 'ceiling', 'ceil', 'round_up' then -below(-value / step) * step
        when 'round_to' then below((value / step) + Logic.real(0.5)) * step
        else value - (below(value / step) * step)
        end
      end

      def below(quotient) = Logic.floor(near(quotient, Rounding::DECIMALS, upwards: true))

      # In lists that do not depend on anything, by one key.
      def looked_up(name, typed)
        results, keys, value = typed.parts
        return unless typed.parts.size == 3 && results.constant? && keys.constant?

        rows = fixed(keys).zip(fixed(results)).reject { |pair| pair.any? { |one| Undefined.is?(one) } }
        return if rows.size > MOST_ITEMS

        rows = rows.sort_by.with_index { |(key, _), row| [key, row] } unless name == 'lookup'
        rows.reverse! if name == 'lookup_at_most'
        written(rows, of(value), { 'lookup' => :==, 'lookup_at_least' => :>=, 'lookup_at_most' => :<= }.fetch(name), keys.type.element,
                typed.type)
      end

      def fixed(list) = list.kind == :column ? @lists[list.data.index].to_a : Formula.value(list, @lists).to_a

      # The result of the first row whose key is right.
      def written(rows, value, sign, key_type, type)
        rows.reverse.reduce(@words.free(type)) do |rest, (key, result)|
          Logic.choose(@words.constant(key, key_type).public_send(sign, value), @words.constant(result, type), rest)
        end
      end
    end
  end
end
