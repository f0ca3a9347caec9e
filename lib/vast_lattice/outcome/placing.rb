# frozen_string_literal: true

module VastLattice
  class Outcome
    # A component in an outcome: whether it is built, and the outcomes of its instances. It is there, and its values can be read,
    # also where it is not built; it counts in nothing then.
    class Placing
      attr_reader :outcome, :component, :inside

      # +inside+ is a Plan::Run::Inside.
      def initialize(outcome, component, inside)
        @outcome = outcome
        @component = component
        @inside = inside
      end

      def name = component.name

      # The name of the component that decides what it is given: its own, or that whose twin it is.
      def decider = component.twin? ? component.twin : name

      # As of a feature: :shown, :hidden, :suppressed or :undefined.
      def state = outcome.state(name)
      def built? = %i[shown hidden].include?(state)
      def many? = !component.pattern.nil?

      # Whether it is known how often it is there.
      def counted? = !many? || !Undefined.is?(outcome.value("#{name}.count"))

      # Pairs of the number of an instance (nil without a pattern) and its Outcome; equal ones share it.
      def instances = @instances ||= inside.instances.map { |number, run| [number&.to_i, Outcome.of_run(run)] }

      # What an instance is called, by its pattern; nil where it has none, or where that is undefined.
      def called(number = nil)
        pattern = outcome.plan.bound.components[inside_number].called or return
        named = evaluator(number)
        pattern.write(pattern.formulas.map { |typed| named.settled(typed) }) { |typed| outcome.plan.labels.unit(typed) }
      end

      # The numbers of an instance's envelope by name, mm; nil where it has none.
      def envelope(number = nil)
        trees = outcome.plan.bound.components[inside_number].envelope
        trees.transform_values { |typed| evaluator(number).settled(typed) } if trees.any?
      end

      # Each different Outcome with the numbers of its instances.
      def kinds = instances.group_by { |_, own| own.call }.values.map { |same| [same.first.last, same.map(&:first)] }

      # The Outcome of an instance; without a number of the first, nil where there is none.
      def instance(number = nil) = number ? positions[number]&.then { |position| instances[position].last } : instances.first&.last

      # Who decides a Target of its family: whoever does outside, where it is given. +around+ are the Placings that this one is within,
      # from the nearest to the outermost.
      def decision(target, around = [])
        path = target.name
        [self, *around].reduce(Decision.of(instance, target)) do |known, placing|
          break known unless known.outside?

          path = Name.of(placing.decider, path).to_s
          given = placing.outcome.plan.symbols.given(path)
          given ? Decision.of(placing.outcome, given) : known
        end
      end

      # How a path to an instance begins: "leg", "rollers.3"; all of a +kind+ alike are called by the name alone.
      def path(numbers) = numbers.size == inside.runs.size ? name : "#{name}.#{numbers.first}"

      private

      def inside_number = outcome.plan.family.components.index(component)

      # {number of an instance => its place among those that are there}
      def positions = @positions ||= instances.each_with_index.to_h { |(number, _), position| [number, position] }

      # Computes formulas of the family around it for an instance.
      def evaluator(number)
        position = positions[number]
        Formula::Evaluator.new(outcome.plan.lists) { |variable| seen(variable, number, position) }
      end

      # A value as an instance sees it.
      def seen(variable, number, position)
        return number.to_f if variable.name == Plan::Symbols::INDEX

        value = outcome.values[variable.index]
        value.is_a?(Array) && outcome.plan.targets[variable.index].varied? ? value[position] : value
      end
    end
  end
end
