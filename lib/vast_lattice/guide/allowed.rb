# frozen_string_literal: true

module VastLattice
  module Guide
    # What a field leaves in an outcome: the parameter's limits and choices, narrowed by rules and tables, and by the form itself.
    class Allowed
      attr_reader :least, :most, :step, :base, :choices

      # +field+ is a Plan::FormField that asks for something; +narrowed+ what its narrowings leave (as FormProgram).
      def initialize(field, outcome, narrowed)
        @field = field
        @outcome = outcome
        @narrowed = narrowed.to_a
        least, most, step, choices = outcome.limits_of(field.target) || []
        @own = limits
        @least = [least, *@own.map(&:first)].compact.max
        @most = [most, *@own.map(&:last)].compact.min
        @step = field.step || step
        @base = field.base || base_of(field.target)
        @choices = field.order.select { |value| (choices.nil? || choices.include?(value)) && offered?(value) }
      end

      # What the form itself has against a value, although the family takes it: [code, message, remedy], or nil.
      def fault(value)
        return if Undefined.is?(value)

        @field.ranged? ? out_of_range(value) : not_offered(value)
      end

      # The nearest allowed values below and above one that is not allowed; [] of one that is.
      def nearest(value)
        return [] unless @field.ranged? && value.is_a?(Float) && !Undefined.is?(value) && !within?(value)

        [brought(value, :floor), brought(value, :ceil)].compact.uniq
      end

      # Whether a number is within the limits and on a step.
      def within?(value)
        return false if (least && value < least) || (most && value > most)

        step.nil? || !step.positive? || Plan::Limits.on_a_step?(value, step, base)
      end

      private

      # [least, most] of the form, by what is said.
      def limits = [[@field.least, @field.most], *@narrowed.map { |own| own.values_at('least', 'most') }]

      # Where steps begin: at the parameter's own least.
      def base_of(target)
        outcome, target = @outcome.home(target)
        own = outcome && target.value? && outcome.plan.bound.items[target.index].least or return 0.0
        value = Formula::Evaluator.new(outcome.plan.lists) { |variable| outcome.values[variable.index] }.settled(own)
        Undefined.known(value) || 0.0
      end

      # What the form leaves of choices.
      def offered?(value)
        @narrowed.all? { |own| (left = @field.narrowings[own['number']].choices).nil? || left.include?(value) }
      end

      def not_offered(value)
        return if @field.order.empty? || offered?(value)

        [:not_offered, Wording[:field_is_value_which_this_form_does, field: @field.title, value: text(value)],
         choices.empty? ? nil : Wording[:choose_choice, choice: Wording.either(choices.map { |own| text(own) })]]
      end

      def out_of_range(value)
        low = @own.filter_map(&:first).max
        high = @own.filter_map(&:last).min
        if low && value < low
          return [:below_least, Wording[:field_is_value_below_the_least, field: @field.title, value: text(value), low: text(low)],
                  near(value)]
        end
        if high && value > high
          return [:above_most, Wording[:field_is_value_above_the_most, field: @field.title, value: text(value), high: text(high)],
                  near(value)]
        end
        return if @field.step.nil? || Plan::Limits.on_a_step?(value, step, base)

        [:off_step, Wording[:field_is_value_this_form_goes, field: @field.title, value: text(value), step: text(step), base: text(base)],
         near(value)]
      end

      def near(value)
        list = nearest(value)
        Wording[:the_nearest_allowed_value, value: Wording.either(list.map { |own| text(own) })] unless list.empty?
      end

      # The nearest allowed value on one side, or nil where none is.
      def brought(value, side)
        value = value.clamp(least || -Float::INFINITY, [most || Float::INFINITY, least || -Float::INFINITY].max)
        found = step&.positive? ? Plan::Limits.on_step(value, step, base, side) : value
        decimals = @field.target.type.dimension.decimals
        found = Rounding.of(found, decimals)
        found if (least.nil? || found >= least) && (most.nil? || found <= most)
      end

      def text(value) = @field.text(value)
    end
  end
end
