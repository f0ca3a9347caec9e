# frozen_string_literal: true

module VastLattice
  module Units
    # Trade names of dimensions, with their article, as messages use them.
    module DimensionNames
      TABLE = {
        NONE => 'a plain number', LENGTH => 'a length', AREA => 'an area', VOLUME => 'a volume',
        MASS => 'a mass', TIME => 'a time', ANGLE => 'an angle', TEMPERATURE => 'a temperature',
        FORCE => 'a force', FREQUENCY => 'a frequency', CURRENT => 'a current', VOLTAGE => 'a voltage',
        DENSITY => 'a density', LENGTH / TIME => 'a speed',
        FORCE / AREA => 'a pressure', FORCE * LENGTH => 'a torque or energy',
        FORCE * LENGTH / TIME => 'a power', MASS / LENGTH => 'a mass per length',
        MASS / AREA => 'a mass per area', Dimension.new(eur: 1) => 'money (EUR)',
        Dimension.new(usd: 1) => 'money (USD)', Dimension.new(gbp: 1) => 'money (GBP)',
        Dimension.new(chf: 1) => 'money (CHF)'
      }.freeze
    end
  end
end
