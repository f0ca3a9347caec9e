# frozen_string_literal: true

module VastLattice
  class Plan
    module Bound
      # A component: its +number+, the Targets that it is +given+, Typed trees of its +place+ by name, those of its pattern by
      # Measure, the condition +skip+ under which an instance is left out, the LabelPattern of what an
      # instance is called, and Typed trees of its +envelope+ by name.
      class Component < Value.with(:number, :component, :given, place: {}, measures: nil, skip: nil, called: nil, envelope: {})
        def name = component.name
        def many? = !component.pattern.nil?

        # Typed trees that say how often it is there.
        def trees = [*measures&.values, skip].compact
      end
    end
  end
end
