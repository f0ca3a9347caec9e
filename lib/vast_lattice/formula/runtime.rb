# frozen_string_literal: true

module VastLattice
  module Formula
    # What compiled formulas call. Amounts are Floats in base units, angles in degrees. What has no result (a division
    # by zero, a look-up that finds nothing) is undefined: NaN where a number stands, nil elsewhere. Whatever uses an
    # undefined value is undefined, too, unless it says otherwise; nothing raises.
    module Runtime
      extend LookUps

      module_function

      # As Undefined.
      def undefined?(value) = Undefined.is?(value)

      # A number, or undefined where it is too large for a Float.
      def finite(value) = value.finite? ? value : Float::NAN

      # Rounds an amount of a formula's result; zero has no sign.
      def rounded(value, decimals) = value.finite? ? Rounding.of(value, decimals) : Float::NAN

      def divide(left, right) = (quotient = left / right).finite? ? quotient : Float::NAN

      # The same by a computed number, which is zero if it rounds to zero.
      def divide_by(left, right, decimals)
        right.finite? && Rounding.of(right, decimals).zero? ? Float::NAN : finite(left / right)
      end

      def power(base, exponent)
        result = base**exponent
        result.is_a?(Float) ? finite(result) : Float::NAN
      rescue ZeroDivisionError
        Float::NAN
      end

      # Yields numbers that are all defined and at least one, or gives undefined.
      def numbers(values) = values.nil? || values.empty? || !values.all?(&:finite?) ? Float::NAN : finite(yield(values))

      def least_of(values) = finite(values&.reduce { |known, value| lesser(known, value) } || Float::NAN)
      def most_of(values) = finite(values&.reduce { |known, value| greater(known, value) } || Float::NAN)

      # The lesser of two numbers; an undefined one is neither.
      def lesser(one, other)
        return one if one <= other

        other < one ? other : Float::NAN
      end

      # The greater of two numbers.
      def greater(one, other)
        return one if one >= other

        other > one ? other : Float::NAN
      end

      # Of nothing it is 0: a component of which there is none has no price.
      def sum_of(values) = values == [] ? 0.0 : numbers(values, &:sum)
      def mean_of(values) = numbers(values) { |known| known.sum / known.size }
      def product_of(values) = values == [] ? 1.0 : numbers(values) { |known| known.reduce(1.0, :*) }

      def median_of(values)
        numbers(values) do |known|
          sorted = known.sort
          middle = sorted.size / 2
          sorted.size.odd? ? sorted[middle] : (sorted[middle - 1] + sorted[middle]) / 2
        end
      end

      def count_of(list) = undefined?(list) ? Float::NAN : list.size.to_f
      def floor_of(value) = whole(value, :floor)
      def ceiling_of(value) = whole(value, :ceil)
      def abs_of(value) = value.abs
      def sqrt_of(value) = Rounding.of(value).negative? ? Float::NAN : Math.sqrt(greater(value, 0.0))
      def exp_of(value) = finite(Math.exp(value))
      def log_of(value) = Rounding.of(value).positive? ? Math.log(value) : Float::NAN
      def odd_of(value) = value.finite? ? (value - 1.0).modulo(2.0).zero? : nil
      def even_of(value) = value.finite? ? value.modulo(2.0).zero? : nil
      def round_up_of(value, step) = in_steps(value, step, :ceil)
      def round_down_of(value, step) = in_steps(value, step, :floor)
      def round_to_of(value, step) = in_steps(value, step, :round)
      def sin_of(angle) = angle.finite? ? Math.sin(radians(angle)) : Float::NAN
      def cos_of(angle) = angle.finite? ? Math.cos(radians(angle)) : Float::NAN

      # There is none where the cosine is zero.
      def tan_of(angle)
        return Float::NAN unless angle.finite?

        Rounding.of(cos_of(angle)).zero? ? Float::NAN : Math.tan(radians(angle))
      end

      # What rounds to 1 is not beyond it.
      def asin_of(value) = Rounding.of(value).abs <= 1 ? degrees(Math.asin(value.clamp(-1.0, 1.0))) : Float::NAN
      def acos_of(value) = Rounding.of(value).abs <= 1 ? degrees(Math.acos(value.clamp(-1.0, 1.0))) : Float::NAN
      def atan_of(value) = degrees(Math.atan(value))
      def pi = Math::PI

      # The quotient is rounded before it is made whole, so that modulo(0.3, 0.1) is 0.
      def modulo_of(value, divisor)
        quotient = (value / divisor)
        return Float::NAN unless quotient.finite?

        finite(value - (divisor * Rounding.whole(quotient, :floor)))
      end

      # Rounds first, so that 25.999999999999996 counts as 26.
      def whole(value, how) = value.finite? ? Rounding.whole(value, how) : Float::NAN

      def in_steps(value, step, how)
        steps = value / step
        step.positive? && steps.finite? ? finite(Rounding.whole(steps, how) * step) : Float::NAN
      end

      def radians(angle) = angle * Math::PI / 180
      def degrees(angle) = angle * 180 / Math::PI

      def not_of(value) = value.nil? ? nil : !value
      def defined_of(value) = !undefined?(value)

      # One that is false decides; else one that is undefined (OMG DMN 1.5, 10.3.4.4).
      def all_of(values) = decided(values, false)
      def any_of(values) = decided(values, true)

      def decided(values, deciding)
        return if values.nil?
        return deciding if values.include?(deciding)

        values.include?(nil) ? nil : !deciding
      end

      # An equal item decides; without one, an undefined item leaves it undefined.
      def list_contains_of(list, item)
        return if list.nil? || undefined?(item)

        list.include?(item) || (undefined?(list) ? nil : false)
      end

      # A list that is made within a filter, for each of its items; undefined once the Budget is spent.
      def counted_of(list, budget) = budget.take?(list.size) ? list : nil

      # The items for which the block holds; undefined where it is undefined for one, or where the Budget is spent.
      def filter_of(list, budget)
        return if list.nil? || !budget.take?(list.size)

        list.select do |item|
          holds = yield item
          return nil if holds.nil?

          holds
        end
      end

      # The item of that whole number, from 1 (or from the end, below 0).
      def item_of(list, number, nothing)
        return nothing unless list && place?(number) && number.abs <= list.size

        list[number.positive? ? number.to_i - 1 : number.to_i]
      end

      def concat_of(left, right) = left && right && limited(left + right)

      # A text, undefined where it is longer than texts may be.
      def limited(text) = text && text.size > Budget::LONGEST_TEXT ? nil : text

      def contains_of(text, part) = text && part && text.include?(part)
      def starts_with_of(text, part) = text && part && text.start_with?(part)
      def ends_with_of(text, part) = text && part && text.end_with?(part)
      def string_length_of(text) = text ? text.size.to_f : Float::NAN
      def upper_case_of(text) = limited(text&.upcase)
      def lower_case_of(text) = limited(text&.downcase)
      def substring_before_of(text, mark) = text && mark && (text.include?(mark) ? text[0...text.index(mark)] : '')
      def substring_after_of(text, mark) = text && mark && (text.include?(mark) ? text[(text.index(mark) + mark.size)..] : '')

      # Characters count from 1, or from the end below 0; a place that the text does not have, and a length that is no
      # whole number from 1 on, give nothing (OMG DMN 1.5, 10.3.4.3, table 74).
      def substring_of(text, start, length = nil)
        return if text.nil? || !place?(start) || start.abs > text.size || !(length.nil? || (place?(length) && length.positive?))

        from = start.positive? ? start.to_i - 1 : start.to_i
        length ? text[from, [length, text.size].min.to_i] : text[from..]
      end

      def place?(number) = number.finite? && number == number.floor && !number.zero?

      # Plain numbers without needless zeros, yes/no as true and false, as in FEEL.
      def string_of(value)
        return if undefined?(value)

        value.is_a?(Float) ? Units::Format.exact(value) : value.to_s
      end
    end
  end
end
