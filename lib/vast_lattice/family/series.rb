# frozen_string_literal: true

module VastLattice
  class Family
    # Series of numbers to fill columns with: arithmetic, geometric, and preferred numbers.
    module Series
      # Basic series R40 of ISO 3; R20, R10 and R5 are every second, fourth and eighth of it.
      R40 = [1.00, 1.06, 1.12, 1.18, 1.25, 1.32, 1.40, 1.50, 1.60, 1.70, 1.80, 1.90, 2.00, 2.12, 2.24, 2.36, 2.50, 2.65, 2.80, 3.00,
             3.15, 3.35, 3.55, 3.75, 4.00, 4.25, 4.50, 4.75, 5.00, 5.30, 5.60, 6.00, 6.30, 6.70, 7.10, 7.50, 8.00, 8.50, 9.00, 9.50].freeze
      PREFERRED = { 'R5' => 8, 'R10' => 4, 'R20' => 2, 'R40' => 1 }.freeze
      KINDS = ['arithmetic', 'geometric', *PREFERRED.keys].freeze

      # +count+ numbers from +first+ on; +step+ is the difference or the ratio. A preferred series begins with
      # its first number that is not below +first+.
      def self.numbers(kind, first:, count:, step: nil)
        return preferred(PREFERRED.fetch(kind), first, count) if PREFERRED.key?(kind)

        Array.new(count) { |index| Rounding.of((kind == 'arithmetic' ? first + (index * step) : first * (step**index)).to_f) }
      end

      # The same from what was typed. Raises Error for an unknown kind, or a first number or step that is none.
      def self.checked(kind, first:, count:, step: nil)
        unless KINDS.include?(kind)
          raise Error.new(Wording[:there_is_no_series_kind, kind: kind], remedy: Nearest.remedy(kind.to_s, KINDS, kind: 'series'))
        end

        first = kind == 'arithmetic' ? number(first, 'first number') : positive(first, 'first number')
        step = { 'arithmetic' => -> { number(step, 'step') }, 'geometric' => -> { positive(step, 'ratio') } }.fetch(kind, -> {}).call
        bounded(numbers(kind, first: first, count: count, step: step))
      end

      # Raises Error where a number of the series is beyond what a dimension can be.
      def self.bounded(numbers)
        return numbers if numbers.all? { |number| number.abs < 1e12 }

        raise Error.new(Wording[:the_series_grows_beyond_all_bounds], remedy: Wording[:choose_a_smaller_step_or_fewer_rows])
      end
      private_class_method :bounded

      def self.number(text, what)
        number = Float(text.to_s, exception: false)
        return number unless Undefined.is?(number)

        raise Error.new(Wording[:the_what_of_the_series_is_text, what: what, text: text.inspect], remedy: Wording[:it_must_be_a_number])
      end
      private_class_method :number

      def self.positive(text, what)
        number = number(text, what)
        return number if number.positive?

        raise Error.new(Wording[:the_what_of_the_series_is_text, what: what, text: text.inspect],
                        remedy: Wording[:it_must_be_a_number_above_zero])
      end
      private_class_method :positive

      def self.preferred(every, first, count)
        basic = R40.each_slice(every).map(&:first)
        decade = Math.log10(first).floor
        (0..).lazy.flat_map { |index| basic.map { |number| scaled(number, decade + index) } }
             .select { |number| number >= Rounding.of(first.to_f) }.first(count)
      end
      private_class_method :preferred

      # Exact in decimals: 1.06 a thousandfold is 1060.
      def self.scaled(number, decade) = (Rational(number.to_s) * (10r**decade)).to_f
      private_class_method :scaled
    end
  end
end
