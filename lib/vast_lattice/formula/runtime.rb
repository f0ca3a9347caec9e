# frozen_string_literal: true

module VastLattice
  module Formula
    # What compiled formulas call. Amounts are Floats in base units, angles in degrees. Where a
    # computation has no result (division by zero, root of a negative number) it gives NaN, which the
    # outcome reports as "no value" of the parameter where it arose; nothing raises.
    module Runtime
      DECIMALS = 9

      module_function

      def divide(left, right) = right.zero? ? Float::NAN : left / right

      def power(base, exponent)
        result = base**exponent
        result.is_a?(Float) ? result : Float::NAN
      rescue ZeroDivisionError
        Float::NAN
      end

      def least_of(values) = values.min_by { |value| value.nan? ? -Float::INFINITY : value }
      def most_of(values) = values.max_by { |value| value.nan? ? Float::INFINITY : value }
      def sum_of(values) = values.sum
      def mean_of(values) = values.sum / values.size
      def count_of(list) = list.size.to_f
      def floor_of(value) = whole(value, :floor)
      def ceiling_of(value) = whole(value, :ceil)
      def abs_of(value) = value.abs
      def sqrt_of(value) = value.negative? ? Float::NAN : Math.sqrt(value)
      def modulo_of(value, divisor) = divisor.zero? ? Float::NAN : value.modulo(divisor)
      def exp_of(value) = Math.exp(value)
      def log_of(value) = value.positive? ? Math.log(value) : Float::NAN
      def odd_of(value) = (value - 1.0).modulo(2.0).zero?
      def even_of(value) = value.modulo(2.0).zero?
      def not_of(value) = !value
      def round_up_of(value, step) = in_steps(value, step, :ceil)
      def round_down_of(value, step) = in_steps(value, step, :floor)
      def round_to_of(value, step) = in_steps(value, step, :round)
      def sin_of(angle) = Math.sin(radians(angle))
      def cos_of(angle) = Math.cos(radians(angle))
      def tan_of(angle) = Math.tan(radians(angle))
      def asin_of(value) = value.abs > 1 ? Float::NAN : degrees(Math.asin(value))
      def acos_of(value) = value.abs > 1 ? Float::NAN : degrees(Math.acos(value))
      def atan_of(value) = degrees(Math.atan(value))
      def pi = Math::PI
      def contains_of(text, part) = text.include?(part)
      def starts_with_of(text, part) = text.start_with?(part)
      def ends_with_of(text, part) = text.end_with?(part)
      def string_length_of(text) = text.size.to_f

      # Rounds first, so that 25.999999999999996 counts as 26.
      def whole(value, how) = value.finite? ? value.round(DECIMALS).public_send(how).to_f : Float::NAN

      def in_steps(value, step, how)
        return Float::NAN unless step.positive? && value.finite?

        (value / step).round(DECIMALS).public_send(how) * step
      end

      def radians(angle) = angle * Math::PI / 180
      def degrees(angle) = angle * 180 / Math::PI
    end
  end
end
