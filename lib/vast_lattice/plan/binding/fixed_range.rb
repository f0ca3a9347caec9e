# frozen_string_literal: true

module VastLattice
  class Plan
    # What always holds of the number that a field asks for: the limits and the step of the parameter, narrowed by the form, as the
    # program holds them; nil where there is none, or where it depends on other values. Steps begin at +base+.
    class FixedRange < Value.with(least: nil, most: nil, step: nil, base: 0.0)
      # Of a FormField and the Bound::Parameter that it asks for; +lists+ as in Program.
      def self.of(field, item, lists)
        low, high = item.fixed_limits(lists)
        step = field.step || (Formula.value(item.step, lists) if item.step&.constant?)
        new(least: [low, field.least].compact.max, most: [high, field.most].compact.min, step: step, base: field.base || low || 0.0)
      end

      # Whether nothing is left.
      def empty? = !least.nil? && !most.nil? && least > most
    end
  end
end
