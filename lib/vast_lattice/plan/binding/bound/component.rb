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

        # Typed trees that say how often it is there. How far apart its instances are may follow from themselves.
        def trees = [*measures&.values_at(*counting), skip].compact

        # All Typed trees but those of what it is given.
        def all_trees = [*place.values, *measures&.values, skip, *called&.formulas, *envelope.values].compact

        # The Measures that count, and all others of its pattern.
        def counting
          measures ? VastLattice::Family::Component.counting(VastLattice::Family::PATTERN_KINDS.fetch(component.pattern.kind)) : []
        end

        def spacing = measures.to_h.keys - counting
      end
    end
  end
end
