# frozen_string_literal: true

module VastLattice
  module Units
    # What a quantity measures: a product of base dimensions with whole exponents.
    #
    #   LENGTH * LENGTH == AREA
    class Dimension
      # Base dimensions and the symbol of their base unit. Currencies have no fixed rate between
      # them, so each is a dimension of its own. Angle is one too, so that 30 deg + 2 is refused.
      BASES = { length: 'mm', mass: 'kg', time: 's', angle: 'deg', temperature: 'K', current: 'A',
                eur: 'EUR', usd: 'USD', gbp: 'GBP', chf: 'CHF' }.freeze

      attr_reader :exponents

      def initialize(exponents = {})
        @exponents = exponents.reject { |_, power| power.zero? }.sort_by { |base, _| BASES.keys.index(base) }
                              .to_h.freeze
        freeze
      end

      def *(other) = Dimension.new(exponents.merge(other.exponents) { |_, a, b| a + b })

      def /(other) = self * (other**-1)

      def **(other) = Dimension.new(exponents.transform_values { |power| power * other })

      # The dimension whose square is this one, or nil.
      def root
        return unless exponents.values.all?(&:even?)

        Dimension.new(exponents.transform_values { |power| power / 2 })
      end

      def none? = exponents.empty?

      # Decimals kept of a value in base units. Nine for a length in mm or a plain number; three more
      # for each negative power of length, because a density per mm3 is a billion times smaller than
      # the same density per m3 and would otherwise lose its digits.
      def decimals = 9 + (3 * [-exponents.fetch(:length, 0), 0].max)

      # Text of the base unit, e.g. "kg*mm/s2" or "1".
      def base_unit
        over, under = exponents.partition { |_, power| power.positive? }
        top = over.map { |base, power| factor_text(base, power) }.join('*')
        bottom = under.map { |base, power| "/#{factor_text(base, -power)}" }.join
        "#{top.empty? ? '1' : top}#{bottom}"
      end

      # Trade name ("length", "area", "mass per length") or the base unit where there is none.
      def to_s = DimensionNames::TABLE.fetch(self) { base_unit }

      def ==(other) = other.is_a?(Dimension) && exponents == other.exponents
      alias eql? ==

      def hash = exponents.hash

      private

      def factor_text(base, power) = "#{BASES[base]}#{power unless power == 1}"
    end
  end
end
