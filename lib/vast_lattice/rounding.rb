# frozen_string_literal: true

require 'bigdecimal'

module VastLattice
  # Rounds numbers to decimals, right everywhere: to the nearest decimal number of so many places, halves away from zero, of the
  # number as it is written with as few digits as tell it from all others. Ruby 3.1's own Float#round is one unit in the last
  # place off for many numbers above some thousands (5,000,000.0.round(9) is 5000000.000000001).
  module Rounding
    DECIMALS = 9
    # Numbers of at most 51 bits lose what stands behind the point when this is added, and get the rest back when it is taken
    # away: 1.5 times 2 to the power of 52 (the usual way with IEEE 754 doubles).
    SHIFT = 6_755_399_441_055_744.0
    # A decimal so near is the nearest one, by units of the last place, of numbers whose neighbours are no further away than what is
    # left of a half: those below FINE units.
    NEAR = 0.4
    FINE = 2.0**49
    # From here on, neighbouring numbers are further apart than decimals.
    COARSE = 2.0**53

    module_function

    # +value+ rounded; zero has no sign. What is not finite stays as it is.
    def of(value, decimals = DECIMALS)
      scale = 10.0**decimals
      near = ((value * scale) + SHIFT - SHIFT) / scale
      (near - value).abs < NEAR / scale && near.abs < FINE / scale ? near : exact(value, decimals)
    end

    # The same, for what is not near a decimal.
    def exact(value, decimals)
      return value + 0.0 if !value.finite? || value.abs >= COARSE / (10.0**decimals) || value == value.floor

      BigDecimal(value.to_s).round(decimals, half: :up).to_s.to_f + 0.0
    end

    # The whole number that a number rounds to, up or down (+how+ is :floor, :ceil or :round) after it is rounded to decimals.
    def whole(value, how) = of(value).public_send(how).to_f

    # Source of a Ruby expression that does the same to the expression +source+; +held+ and +near+ are names of local variables that
    # it may use. Most numbers are decimals already, which is seen at once; of what lies far below zero it is not.
    def source(source, decimals, held, near)
      scale = 10.0**decimals
      "(#{held} = #{source}; (#{near} = (#{held} * #{scale} + #{SHIFT} - #{SHIFT}) / #{scale}) == #{held} && " \
        "#{near} > #{-FINE / scale} ? #{near} : Rounding.of(#{held}, #{decimals}))"
    end
  end
end
