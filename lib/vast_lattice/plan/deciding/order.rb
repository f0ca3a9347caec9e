# frozen_string_literal: true

module VastLattice
  class Plan
    # Puts rules and targets into an order in which each comes after all it uses. Users never need to
    # know it: any such order gives the same outcome.
    class Order
      # +steps+ are Bound::Rule, RuleTable and Target values; +circles+ lists groups of those that use each other in a circle, each the
      # next, the first again at the end.
      attr_reader :steps, :circles

      # +placed+ are the components with their plans.
      def initialize(bound, placed)
        @bound = bound
        @placed = placed
        @steps = []
        @circles = []
        @state = {}
        @needed = {}.compare_by_identity
        (bound.targets + bound.conditionals).each { |step| visit(step) unless state(step) }
      end

      # Targets given to a component that have a say in what an Outlet reads.
      def needed(outlet)
        @needed[outlet] ||= begin
          component = @bound.components[@placed.all[outlet.component].decider.number]
          reached = @placed.all[outlet.component].plan.influence.of(outlet)
          component.given.select { |target| reached.include?(target.path.rest.to_s.downcase) }
        end
      end

      # By Outlet of a Target that is read, the Target whether its component is built.
      def built(step)
        step.port.map do |outlet|
          component = @bound.components[outlet.component].component
          @bound.targets.find { |target| target.kind == :built && target.subject.equal?(component) }
        end
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
        return inside(step) if step.read?

        ladder = @bound.ladder(step)
        ladder.rules + ladder.parents + counted(step) + targets(ladder.trees.flat_map(&:variables))
      end

      # What is read depends on how often its components are there, and on what they are given that has a say in it.
      def inside(step)
        built = step.port.first.price? ? built(step) : []
        built | step.port.flat_map { |outlet| [*count(outlet.component), *needed(outlet)] }
      end

      # What may vary by instance depends on how many there are.
      def counted(step) = step.varied? ? count(step.port.component) : []

      def count(number)
        @bound.targets.select { |target| target.kind == :count && target.subject.equal?(@bound.components[number].component) }
      end

      # The number of an instance is no target.
      def targets(variables) = variables.filter_map { |variable| @bound.targets[variable.index] }.uniq
    end
  end
end
