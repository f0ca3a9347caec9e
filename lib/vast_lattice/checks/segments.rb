# frozen_string_literal: true

module VastLattice
  module Checks
    # The values of one input of a rule table, in segments within which no test of the table turns: numbers below, at, between and
    # above the constants that they are compared with, as far as limits allow; choices and yes or no one by one.
    class Segments
      # A segment: a value in it, and of numbers its ends ([value, open?] or nil where it has none).
      Segment = Struct.new(:sample, :low, :high)
      # What a text is called that no test names.
      OTHER = "\u0000other"
      private_constant :OTHER

      attr_reader :list

      # +constants+ are the values that tests name; +limits+ [least, most] or nil each; +unit+ is that in which numbers are written;
      # of numbers only those of a +grid+ (Grid) occur, if there is one.
      def initialize(type, constants, limits: [nil, nil], unit: Units::PLAIN, grid: nil)
        @type = type
        @unit = unit
        @grid = grid
        @limits = limits
        @list = type.number? ? numbers(constants.sort) : words(constants)
      end

      def size = list.size

      # The unary test that some segments, given by their range of numbers, pass and no others do.
      def test(range)
        return '-' if range == (0..(size - 1))

        @type.number? ? number_test(list[range.first], list[range.last]) : list[range].map { |segment| word(segment) }.join(', ')
      end

      private

      def words(constants)
        return [true, false].map { |value| Segment.new(value) } if @type.boolean?
        return @type.choices.map { |choice| Segment.new(choice) } if @type.choices

        [*constants.uniq, OTHER].map { |text| Segment.new(text) }
      end

      def word(segment)
        return segment.sample.to_s if @type.boolean?
        return JSON.generate(segment.sample) unless segment.sample == OTHER

        "not(#{list.reject { |other| other.equal?(segment) }.map { |other| word(other) }.join(', ')})"
      end

      def numbers(constants)
        least, most = @limits
        points = constants.uniq.grep((least || -Float::INFINITY)..(most || Float::INFINITY))
        ends = [least && [least, false], *points.flat_map { |point| [[point, true], [point, true]] }, most && [most, false]]
        ends.each_slice(2).map { |low, high| between(low, high) }.zip(points.map { |value| point(value) }).flatten.compact
      end

      # A value alone, if it can occur.
      def point(value) = (Segment.new(value, [value, false], [value, false]) if @grid.nil? || @grid.on?(value))

      # What lies between two ends, or nil where nothing does.
      def between(low, high)
        value = sample(low, high)
        Segment.new(value, low, high) if value && inside?(value, low, high)
      end

      def sample(low, high)
        return low ? after(low) : 0.0 if high.nil?
        return before(high) if low.nil?

        @grid ? after(low) : [low, high].sum(&:first) / 2
      end

      # The first value beyond an end, and the last before one; of those of the grid where only these occur.
      def after((value, open))
        return @grid.from(value, open: open) if @grid

        open ? value + 1 : value
      end

      def before((value, open))
        return @grid.till(value, open: open) if @grid

        open ? value - 1 : value
      end

      def inside?(value, low, high)
        beyond = low.nil? || value > low.first || (value == low.first && !low.last)
        beyond && (high.nil? || value < high.first || (value == high.first && !high.last))
      end

      def number_test(first, last)
        # The outermost have no end: there, the limits of the input are its own.
        low = first.low unless first.equal?(list.first)
        high = last.high unless last.equal?(list.last)
        return text(low.first) if low && low == high
        return one_sided(high, '<') if low.nil?

        return one_sided(low, '>') if high.nil?

        "#{low.last ? '(' : '['}#{text(low.first)}..#{text(high.first)}#{high.last ? ')' : ']'}"
      end

      def one_sided((value, open), sign) = "#{sign}#{'=' unless open} #{text(value)}"

      def text(value) = Units::Format.quantity(value, @unit)
    end
  end
end
