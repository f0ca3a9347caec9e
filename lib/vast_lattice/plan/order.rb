# frozen_string_literal: true

module VastLattice
  class Plan
    # Puts rules and targets into an order in which each comes after all it uses. Users never need to
    # know it: any such order gives the same outcome.
    class Order
      # +steps+ are Bound::Rule, RuleTable and Target values; +circles+ lists groups of those that use each other in a circle, each the
      # next, the first again at the end.
      attr_reader :steps, :circles

      def initialize(bound)
        @bound = bound
        @steps = []
        @circles = []
        @state = {}
        (bound.targets + bound.conditionals).each { |step| visit(step) unless state(step) }
      end

      # The first circle, or nil.
      def circle = circles.first

      # The names along a circle, by default the first; nil where there is none.
      def cycle(circle = self.circle) = circle&.map { |step| name(step) }

      private

      def key(step) = [step.class, step.index]
      def state(step) = @state[key(step)]

      # Goes down all that a step uses, without a call for each: chains may be long. The trail holds the steps on the way
      # with what they use and is not looked at yet.
      def visit(first)
        trail = [opened(first)]
        until trail.empty?
          uses = trail.last.last
          used = uses.shift
          case used && state(used)
          when :open then close(trail.map(&:first), used)
          when nil then used ? trail.push(opened(used)) : finish(trail.pop.first)
          end
        end
      end

      def opened(step)
        @state[key(step)] = :open
        [step, uses(step)]
      end

      def finish(step)
        @state[key(step)] = :done
        @steps << step
      end

      # A rule between two targets is on the circle too.
      def close(steps, used) = @circles << [*steps.drop(steps.index(used)), used]

      def name(step) = step.is_a?(Target) ? step.name : step.title.delete('"')

      def uses(step)
        return targets(step.variables) unless step.is_a?(Target)

        ladder = @bound.ladder(step)
        ladder.rules + ladder.parents + targets(ladder.trees.flat_map(&:variables))
      end

      def targets(variables) = variables.map { |variable| @bound.targets[variable.index] }.uniq
    end
  end
end
