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

      # As of a feature: :shown, :hidden, :suppressed or :undefined.
      def state = outcome.state(name)
      def built? = %i[shown hidden].include?(state)
      def many? = !component.pattern.nil?

      # Whether it is known how often it is there.
      def counted? = !many? || outcome.value("#{name}.count").finite?

      # Pairs of the number of an instance (nil without a pattern) and its Outcome; equal ones share it.
      def instances = @instances ||= inside.instances.map { |number, run| [number&.to_i, Outcome.of_run(run)] }

      # Each different Outcome with the numbers of its instances.
      def kinds = instances.group_by { |_, own| own.object_id }.values.map { |same| [same.first.last, same.map(&:first)] }

      # The Outcome of an instance; without a number of the first, nil where there is none.
      def instance(number = nil) = number ? instances.find { |own, _| own == number }&.last : instances.first&.last

      # Who decides a Target of its family: whoever does outside, where it is given.
      def decision(target)
        own = Decision.of(instance, target)
        return own unless Chain::OUTSIDE.include?(own.kind) && own.name.nil?

        given = outcome.plan.symbols.given(Name.of(name, target.name))
        given ? Decision.of(outcome, given) : own
      end

      # How a path to an instance begins: "leg", "rollers.3"; all of a +kind+ alike are called by the name alone.
      def path(numbers) = numbers.size == inside.runs.size ? name : "#{name}.#{numbers.first}"
    end
  end
end
