# frozen_string_literal: true

module VastLattice
  class Family
    # A dimension that a kind of stock or feature asks for. Without a +default+ it must be given. +least+
    # is :above_zero, :zero, or :any.
    class Measure < Value.with(:name, :label, unit: 'mm', default: nil, least: :above_zero)
      # Whether a computed amount is possible.
      def allows?(amount)
        return false unless amount.finite?

        { above_zero: amount.positive?, zero: amount >= 0, any: true }.fetch(least)
      end

      def type = Formula::Type.number(Units[unit].dimension)
    end
  end
end
