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

      def product_of(values) = values.reduce(1.0, :*)
      def all_of(values) = values.all?
      def any_of(values) = values.any?
      def list_contains_of(list, item) = list.include?(item)
      def upper_case_of(text) = text.upcase
      def lower_case_of(text) = text.downcase
      def substring_before_of(text, mark) = text.include?(mark) ? text[0...text.index(mark)] : ''
      def substring_after_of(text, mark) = text.include?(mark) ? text[(text.index(mark) + mark.size)..] : ''

      def median_of(values)
        sorted = values.sort
        middle = sorted.size / 2
        sorted.size.odd? ? sorted[middle] : (sorted[middle - 1] + sorted[middle]) / 2
      end

      # Characters count from 1; a negative start counts from the end, as in FEEL.
      def substring_of(text, start, length = nil)
        from = start.positive? ? start.to_i - 1 : start.to_i
        (length ? text[from, length.to_i] : text[from..]) || ''
      end

      # Plain numbers without needless zeros, yes/no as true and false, as in FEEL.
      def string_of(value) = value.is_a?(Float) ? Units::Format.number(value) : value.to_s

      # The item of that number, from 1 (or from the end, below 0), or +nothing+.
      def item_of(list, number, nothing)
        index = number.positive? ? number.to_i - 1 : number.to_i
        number.zero? ? nothing : list.fetch(index, nothing)
      end

      # The result of the first row whose keys all equal the values.
      def lookup_of(results, *pairs)
        found = results.each_index.find { |row| pairs.each_slice(2).all? { |keys, value| keys[row] == value } }
        found ? results[found] : nothing_like(results)
      end

      # The result of the row with the smallest key that is enough.
      def lookup_at_least_of(results, keys, needed)
        row = keys.each_index.select { |index| keys[index] >= needed }.min_by { |index| keys[index] }
        row ? results[row] : nothing_like(results)
      end

      # The result of the row with the largest key that fits.
      def lookup_at_most_of(results, keys, most)
        row = keys.each_index.select { |index| keys[index] <= most }.max_by { |index| keys[index] }
        row ? results[row] : nothing_like(results)
      end

      def nothing_like(results)
        { Float => Float::NAN, String => '' }.fetch(results.first.class, false)
      end

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
