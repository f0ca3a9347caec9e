# frozen_string_literal: true

module VastLattice
  class Plan
    # Where something can be decided from outside: +steps+ are the numbers of components to go into and, last, that of the Target
    # that is decided; +target+ is the innermost of them, which says type and unit; +name+ the whole path.
    class Inlet < Value.with(:steps, :target, :name)
      # The same as seen from a family that has this one as a component (Placed::One).
      def within(one) = with(steps: [one.number, *steps], name: Name.of(one.name, name).to_s)

      # Whether it leads to the same, as far as can be told from outside.
      def alike?(other) = steps == other.steps && name == other.name && target.alike?(other.target)

      # The number of the component, and the steps within it.
      def component = steps.first
      def inner = steps.drop(1)
    end
  end
end
