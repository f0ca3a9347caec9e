# frozen_string_literal: true

module VastLattice
  module Units
    # Turns base amounts into texts for people: with the digits that they have, never more than matter, always with the
    # unit. The texts are valid in formulas again.
    module Format
      # Digits that matter of a number that goes on and on; decimals up to which a number is shown as it is.
      SIGNIFICANT = 6
      DECIMALS = 4
      # Below this, whole numbers are exact.
      WHOLE = 1e15
      # Digits that a Float keeps for sure, and decimals of a plain amount (design rule 8).
      SURE = 15
      MOST_DECIMALS = 9

      # "2000 mm" for a base amount and its Unit. Not a number gives "undefined".
      def self.quantity(amount, unit)
        return Undefined::WORD if Undefined.is?(amount)

        own = unit.from_base(amount)
        [(unit.parts && fraction(own, unit.parts)) || number(rounded(own, unit)), unit.symbol].reject(&:empty?).join(' ')
      end

      # To the decimals of a Unit that has some, unless that would leave nothing.
      def self.rounded(amount, unit) = unit.decimals && amount.abs >= 10**-unit.decimals ? amount.round(unit.decimals) : amount
      private_class_method :rounded

      # "78 3/4" for an amount that is a whole number of such parts, to a millionth; nil for any other.
      def self.fraction(amount, parts)
        count = (amount * parts).round
        return if count.zero? || count.abs > WHOLE || ((amount * parts) - count).abs > 1e-6 * parts

        whole, rest = count.abs.divmod(parts)
        exact = Rational(rest, parts)
        "#{'-' if count.negative?}#{[(whole if whole.positive? || rest.zero?), (exact if rest.positive?)].compact.join(' ')}"
      end

      # Text of a length in mm.
      def self.millimetres(amount) = quantity(amount.round(6), Units['mm'])

      # With all the digits it has, where these are few (12345.67); else with those that matter (4.23333).
      def self.number(amount)
        return Undefined::WORD if Undefined.is?(amount)

        text = exact(amount)
        digits = text.delete('-').delete_prefix('0.').delete('.').sub(/\A0+/, '').size
        decimals = text[/\.(\d+)\z/, 1].to_s.size
        return text if decimals <= DECIMALS || digits <= SIGNIFICANT

        written(amount, [SIGNIFICANT - 1 - magnitude(amount), DECIMALS - 1].max)
      end

      # With every digit that tells it from another: two numbers that differ after rounding have different texts.
      def self.exact(amount)
        return amount.to_i.to_s if amount.abs < WHOLE && amount == amount.floor

        written(amount, [SURE - 1 - magnitude(amount), magnitude(amount) < -3 ? SURE : MOST_DECIMALS].min)
      end

      def self.magnitude(amount) = Math.log10(amount.abs).floor
      private_class_method :magnitude

      # So many places, without needless zeros.
      def self.written(amount, places)
        text = format("%.#{[places, 0].max}f", amount)
        text = text.sub(/\.?0+\z/, '') if text.include?('.')
        text == '-0' ? '0' : text
      end
      private_class_method :written
    end
  end
end
