# frozen_string_literal: true

module VastLattice
  module Units
    # The units that have a symbol of their own; products and powers are read by UnitText.
    #
    # Definitions: SI Brochure (9th edition) for SI and accepted units; international yard and pound
    # agreement of 1959 for inch, foot, yard, pound, ounce; standard gravity 9.80665 m/s2 for lbf and
    # kgf (CGPM 1901); US gallon 231 cubic inches.
    module Catalogue
      GRAVITY = 9_806.65r # mm/s2
      POUND = 0.45359237r # kg
      INCH = 25.4r # mm

      TABLE = {
        LENGTH => { 'um' => 1/1000r, 'mm' => 1r, 'cm' => 10r, 'dm' => 100r, 'm' => 1000r, 'km' => 1_000_000r,
                    'mil' => INCH / 1000, 'in' => INCH, 'ft' => INCH * 12, 'yd' => INCH * 36 },
        AREA => { 'ha' => 10_000_000_000r },
        VOLUME => { 'l' => 1_000_000r, 'L' => 1_000_000r, 'ml' => 1000r, 'gal' => (INCH**3) * 231 },
        MASS => { 'mg' => 1/1_000_000r, 'g' => 1/1000r, 'kg' => 1r, 't' => 1000r,
                  'lb' => POUND, 'oz' => POUND / 16 },
        TIME => { 'ms' => 1/1000r, 's' => 1r, 'min' => 60r, 'h' => 3600r, 'day' => 86_400r },
        ANGLE => { 'deg' => 1r, '°' => 1r, 'rad' => 180 / Math::PI, 'gon' => 9/10r, 'arcmin' => 1/60r,
                   'arcsec' => 1/3600r, 'rev' => 360r },
        TEMPERATURE => { 'K' => 1r, 'degC' => 1r },
        FREQUENCY => { 'Hz' => 1r, 'kHz' => 1000r },
        CURRENT => { 'A' => 1r, 'mA' => 1/1000r },
        VOLTAGE => { 'V' => 1_000_000r, 'mV' => 1000r, 'kV' => 1_000_000_000r },
        FORCE * LENGTH / TIME / (CURRENT**2) => { 'ohm' => 1_000_000r, 'kohm' => 1_000_000_000r },
        FORCE => { 'N' => 1000r, 'kN' => 1_000_000r, 'lbf' => POUND * GRAVITY, 'kgf' => GRAVITY },
        FORCE * LENGTH => { 'Nm' => 1_000_000r, 'Nmm' => 1000r, 'kNm' => 1_000_000_000r, 'J' => 1_000_000r,
                            'kJ' => 1_000_000_000r },
        FORCE * LENGTH / TIME => { 'W' => 1_000_000r, 'kW' => 1_000_000_000r },
        FORCE / AREA => { 'Pa' => 1/1000r, 'kPa' => 1r, 'MPa' => 1000r, 'GPa' => 1_000_000r, 'bar' => 100r,
                          'mbar' => 1/10r, 'psi' => POUND * GRAVITY / (INCH**2) },
        NONE => { '%' => 1/100r, 'pcs' => 1r },
        Dimension.new(eur: 1) => { 'EUR' => 1r, 'ct' => 1/100r },
        Dimension.new(usd: 1) => { 'USD' => 1r },
        Dimension.new(gbp: 1) => { 'GBP' => 1r },
        Dimension.new(chf: 1) => { 'CHF' => 1r }
      }.freeze

      # The zeros of temperatures, in base units (SI Brochure, 9th edition, 2.3.1: t/°C = T/K − 273.15).
      OFFSETS = { 'degC' => 273.15r }.freeze

      # Symbol => Unit.
      UNITS = TABLE.flat_map do |dimension, symbols|
        symbols.map do |symbol, factor|
          [symbol, Unit.new(symbol: symbol, dimension: dimension, factor: factor, offset: OFFSETS.fetch(symbol, 0))]
        end
      end.to_h.freeze

      # Symbols offered where a person picks a unit, by dimension.
      def self.symbols = UNITS.keys
    end
  end
end
