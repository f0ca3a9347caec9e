# frozen_string_literal: true

module VastLattice
  class Plan
    # What has a say in what is read of a family from outside, through all levels: names, as inlets have them. It does not ask
    # which row is picked or which rule applies.
    class Influence
      def initialize(plan)
        @plan = plan
        @found = {}
      end

      # Names (in lower case) of all that can be decided from outside and has a say in what an Outlet of a parent reads here.
      def of(outlet) = within(outlet.steps.drop(1), outlet.target)

      # The same of a Target behind steps of components.
      def within(steps, target)
        return of_all if target.kind == :price

        @found[[steps, target.index]] ||= steps.empty? ? reached([target]) : through(steps, target)
      end

      # Names of all that can be decided from outside.
      def of_all = @found[:all] ||= everything

      private

      def bound = @plan.bound

      # All that there is has a say in a price.
      def everything
        inner = @plan.placed.all.flat_map { |one| one.plan.influence.of_all.map { |name| "#{one.name.downcase}.#{name}" } }
        (bound.targets.reject(&:read?).map { |target| target.name.downcase } + inner).to_set
      end

      # What has a say in something of a component: what has one there, and here in what it is given of that.
      def through(steps, target)
        component = bound.components[steps.first]
        inner = @plan.placed.all[component.number].plan.influence.within(steps.drop(1), target)
        decider = bound.components[@plan.placed.all[component.number].decider.number]
        given = decider.given.select { |own| inner.include?(own.path.rest.to_s.downcase) }
        inner.to_set { |name| "#{component.name.downcase}.#{name}" } | reached([*given, *counts(component)])
      end

      def counts(component) = bound.targets.select { |target| target.kind == :count && target.subject.equal?(component.component) }

      # Names of Targets here and of all that they use.
      def reached(targets)
        seen = {}
        waiting = targets.dup
        names = Set.new
        while (target = waiting.shift)
          next if seen[target.index]

          seen[target.index] = true
          names << target.name.downcase
          target.read? ? target.port.each { |one| names.merge(within(one.steps, one.target)) } : waiting.concat(uses(target))
        end
        names
      end

      # The picked rows that have a say without being named: of a column, of what is overridden for some rows, of who opts out.
      def rows(ladder)
        numbers = [*ladder.column&.table, *ladder.rung(Rung::Overrides)&.overrides&.flat_map { |one| one.rows.keys },
                   *ladder.rules.flat_map { |rule| rule.except.flat_map(&:keys) }]
        numbers.uniq.filter_map { |number| @plan.symbols.own(Name.of(@plan.family.tables[number].name, 'row')) }
      end

      def uses(target)
        ladder = bound.ladder(target)
        variables = ladder.trees.flat_map(&:variables) + ladder.rules.flat_map(&:variables)
        counts = target.varied? ? counts(bound.components[target.port.component]) : []
        variables.filter_map { |variable| bound.targets[variable.index] } + ladder.parents + counts + rows(ladder)
      end
    end
  end
end
