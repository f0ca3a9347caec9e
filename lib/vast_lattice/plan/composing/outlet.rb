# frozen_string_literal: true

module VastLattice
  class Plan
    # Where something is read in a run of a plan: +steps+ are the numbers of components to go into, +target+ the Target
    # there, +name+ the whole path. It is a list where a component on the way is +many+.
    class Outlet < Value.with(:steps, :target, :name, many: false)
      def type = many ? Formula::Type.list(target.type) : target.type

      # The same as seen from a family that has this one as a component (Placed::One).
      def within(one) = with(steps: [one.number, *steps], name: Name.of(one.name, name).to_s, many: many || one.many?)

      # Whether it leads to the same, as far as can be told from outside.
      def alike?(other) = steps == other.steps && name == other.name && many == other.many && target.alike?(other.target)

      # The numbers of the components that are gone through.
      def component = steps.first

      # Whether it is what a component costs: nothing, where that is not built.
      def price? = target.kind == :price

      # One value for each of the Runs of the outermost component, or of what is in them.
      def all(runs) = values(runs, 1)

      private

      def values(runs, depth)
        return runs.map { |run| price? ? run.price : run.values[target.index] } if depth == steps.size

        runs.flat_map do |run|
          found = values(run.inside[steps[depth]].runs, depth + 1)
          price? ? found.map { |price| Priced.counted(run.built(steps[depth]), price) } : found
        end
      end
    end
  end
end
