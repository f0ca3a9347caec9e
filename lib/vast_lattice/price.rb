# frozen_string_literal: true

module VastLattice
  # Money by currency, in whole hundredths, so that it is exact whatever is added or multiplied: {currency => Integer, nil where it is
  # undefined}. Every line is rounded to the hundredth by itself, half a one up; sums are not rounded.
  class Price < Value.with(cents: {})
    NONE = new

    class << self
      # An amount in whole units of a currency as hundredths; nil where it is undefined. What formulas leave below the last decimal
      # that they count in is no half (Rounding).
      def cents(amount) = Undefined.known(amount) && (Rounding.of(Rounding.of(amount), 2) * 100).round

      # What the prices among some Outcome::Lines come to, with what is in the +placings+ that are built: the block gives the Price of
      # one of their outcomes, which counts for each of its instances.
      def total(lines, placings = [])
        own = lines.select { |line| line.list == 'price' }.sum(NONE) { |line| new(cents: { line.unit => line.cents }) }
        kinds = placings.select(&:built?).flat_map(&:kinds)
        kinds.sum(own) { |inner, numbers| yield(inner) * numbers.size }
      end
    end

    def +(other) = Price.new(cents: cents.merge(other.cents) { |_, one, more| one && more && (one + more) })
    def *(other) = Price.new(cents: cents.transform_values { |amount| amount && (amount * other) })

    def empty? = cents.empty?
    def undefined? = cents.value?(nil)

    # The one currency and its amount in whole units; nil where there are none or several, or where it is undefined.
    def single = cents.size == 1 && !undefined? ? cents.transform_values { |amount| amount / 100.0 }.first : nil

    # {currency => amount in whole units, or "undefined"}
    def plain = cents.to_h { |unit, amount| [unit.to_s, amount ? amount / 100.0 : Undefined::WORD] }

    # "67.49 EUR"; '' where there is none.
    def to_s
      return Undefined::WORD if undefined?

      cents.map { |unit, amount| Price.text(amount, unit) }.join(' + ')
    end

    # Hundredths as text, with the currency if it is given.
    def self.text(cents, unit = nil)
      sign = '-' if cents.negative?
      whole, rest = cents.abs.divmod(100)
      [format('%<sign>s%<whole>d.%<rest>02d', sign: sign, whole: whole, rest: rest), unit].compact.join(' ')
    end
  end
end
