# frozen_string_literal: true

module VastLattice
  module Units
    # Turns base amounts into texts for people: never more digits than matter, always with the unit.
    # The texts are valid in formulas again.
    module Format
      SIGNIFICANT = 6

      # "2000 mm" for a base amount and its Unit. Not a number gives "no value".
      def self.quantity(amount, unit)
        return 'no value' unless amount.finite?

        [number(unit.from_base(amount)), unit.symbol].reject(&:empty?).join(' ')
      end

      # Text of a length in mm.
      def self.millimetres(amount) = quantity(amount.round(6), Units['mm'])

      # At most six significant digits, no trailing zeros, whole numbers whole.
      def self.number(amount)
        return 'no value' unless amount.finite?
        return amount.round.to_s if amount.abs >= 10**SIGNIFICANT || amount.zero?

        places = [SIGNIFICANT - 1 - Math.log10(amount.abs).floor, 0].max
        text = format("%.#{places}f", amount)
        text = text.sub(/\.?0+\z/, '') if text.include?('.')
        text == '-0' ? '0' : text
      end
    end
  end
end
