# frozen_string_literal: true

module VastLattice
  module Units
    # A named unit: its dimension and the factor to base units (amount in base = amount * factor + offset). Only temperatures
    # with a zero of their own have an offset. With +parts+, amounts are written as fractions of so many parts, where these are exact;
    # with +decimals+, to so many.
    class Unit < Value.with(:symbol, :dimension, :factor, offset: 0, parts: nil, decimals: nil)
      # An amount in this unit as a Float in base units.
      def to_base(amount) = ((amount * factor) + offset).to_f

      # A base amount expressed in this unit.
      def from_base(amount)
        amount -= offset unless offset.zero?
        amount.is_a?(Float) ? amount / factor.to_f : amount / factor
      end

      def plain? = symbol.empty?
      def to_s = symbol
    end
  end
end
