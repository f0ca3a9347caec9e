# frozen_string_literal: true

module VastLattice
  class Plan
    # What depends on what in a family, whichever row is picked: which inputs a dimension comes from, and which parts and
    # features a parameter or a state drives.
    class Dependencies
      def initialize(plan)
        @plan = plan
        @bound = plan.bound
      end

      # Names of parameters that are not computed and from which the Typed trees come, nearest first.
      def inputs(trees)
        found = []
        waiting = indexes(trees)
        seen = {}
        while (index = waiting.shift)
          next if seen[index]

          seen[index] = true
          target = @bound.targets[index]
          found << target.name if target.value? && !target.computed?
          waiting.concat(uses(index)) if target.computed?
        end
        found
      end

      # Names of parts and features whose shape or state depends on a Target.
      def driven(target)
        reached = reached_from(target.index)
        shapes = @bound.shapes.select { |shape| indexes(shape.trees).any? { |index| reached[index] } }.map { |shape| shape.feature.name }
        stocks = @bound.stocks.select { |stock| indexes(stock.trees).any? { |index| reached[index] } }.map { |stock| stock.part.name }
        states = @bound.targets.select { |own| own.state? && reached[own.index] }.map { |own| own.subject.name }
        shapes | stocks | states
      end

      private

      # Indexes of all targets that depend on one, itself among them.
      def reached_from(index)
        users = Hash.new { |lists, used| lists[used] = [] }
        @bound.targets.each { |target| uses(target.index).each { |used| users[used] << target.index } }
        reached = {}
        waiting = [index]
        while (at = waiting.shift)
          next if reached[at]

          reached[at] = true
          waiting.concat(users[at])
        end
        reached
      end

      def indexes(trees) = trees.compact.flat_map(&:variables).map(&:index).select { |index| index < @bound.targets.size }.uniq

      # What a target is decided by, of everything that may decide it.
      def uses(index)
        ladder = @bound.ladders[index]
        (indexes(ladder.trees + ladder.rules.flat_map(&:conditions)) + ladder.parents.map(&:index)).uniq
      end
    end
  end
end
