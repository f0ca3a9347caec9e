# frozen_string_literal: true

module VastLattice
  # Dimensions, units and exact conversion.
  #
  # Base units are mm, kg, s, deg, K, A and one per currency; a derived unit is a product of these
  # (a newton is 1000 kg mm/s2). Factors are Rationals wherever the definition is exact.
  module Units
    # Unknown or ill-formed unit.
    class Error < VastLattice::Error; end

    NONE = Dimension.new
    LENGTH = Dimension.new(length: 1)
    AREA = LENGTH**2
    VOLUME = LENGTH**3
    MASS = Dimension.new(mass: 1)
    TIME = Dimension.new(time: 1)
    ANGLE = Dimension.new(angle: 1)
    TEMPERATURE = Dimension.new(temperature: 1)
    CURRENT = Dimension.new(current: 1)
    FREQUENCY = NONE / TIME
    FORCE = Dimension.new(mass: 1, length: 1, time: -2)
    VOLTAGE = FORCE * LENGTH / TIME / CURRENT
    DENSITY = MASS / VOLUME

    CURRENCIES = %i[eur usd gbp chf].map { |currency| Dimension.new(currency => 1) }.freeze

    # The unit of plain numbers.
    PLAIN = Unit.new(symbol: '', dimension: NONE, factor: 1r)

    # The unit named by +text+ ("mm", "g/cm3", "EUR/m2"). Raises Units::Error.
    def self.[](text) = UnitText.read(text)

    # Whether +text+ names a unit.
    def self.unit?(text)
      UnitText.read(text)
      true
    rescue Error
      false
    end

    # Converts an amount between units of one dimension, exactly for a Rational or an Integer.
    def self.convert(amount, from, to)
      source = self[from]
      target = self[to]
      return target.from_base((amount * source.factor) + source.offset) if source.dimension == target.dimension

      raise Error.new(Wording[:one_unit_is_of_another_dimension, from: from, dimension: source.dimension, to: to, other: target.dimension],
                      remedy: Wording[:only_units_of_the_same_dimension_convert])
    end
  end
end
