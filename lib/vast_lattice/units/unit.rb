# frozen_string_literal: true

module VastLattice
  module Units
    # A named unit: its dimension and the factor to base units (amount in base = amount * factor).
    class Unit < Value.with(:symbol, :dimension, :factor)
      # An amount in this unit as a Float in base units.
      def to_base(amount) = (amount * factor).to_f

      # A base amount expressed in this unit.
      def from_base(amount) = amount.is_a?(Float) ? amount / factor.to_f : amount / factor

      def plain? = symbol.empty?
      def to_s = symbol
    end
  end
end
