# frozen_string_literal: true

module VastLattice
  module Guide
    # The values that a field can be given: all choices; of numbers those on a step within the limits that always hold. Where there
    # is no step, tidy ones are taken.
    class Domain
      # Steps between the ends of what has no step of its own, at least.
      FINE = 200

      attr_reader :field, :least, :step, :size

      # +field+ is a Plan::FormField, +now+ its present value.
      def initialize(plan, field, now)
        @plan = plan
        @field = field
        @now = now
        number? ? measure : (@size = field.order.size)
      end

      # Whether it is a number on steps, and whether there are values at all to choose from.
      def number? = field.target.type.number? && field.order.empty?
      def any? = size.positive?

      # The value of a number from 0 on.
      def at(index) = number? ? (least + (index * step)).round(field.target.type.dimension.decimals) : field.order[index]

      # All values but the present one, the nearest first.
      def others = @others ||= (0...size).map { |index| at(index) }.reject { |value| value == @now }.sort_by { |value| distance(value) }

      # How far a value is from the present one: of numbers as a share of the range, of choices 1.
      def distance(value)
        return 1.0 unless number?

        (value - (@now.is_a?(Float) && @now.finite? ? @now : least)).abs / [step * (size - 1), step].max
      end

      private

      def measure
        own = @plan.bound.items[field.target.index]
        low, high = ends(*limits(own))
        @step = step_of(own, high - low)
        @least = Plan::Limits.on_step(low, @step, base(own), :ceil)
        @size = [((high - @least) / @step).round(6).floor + 1, 0].max
      end

      # The limits that always hold, nil where there is none.
      def limits(own)
        low, high = own.fixed_limits(@plan.lists)
        [[low, field.least].compact.max, [high, field.most].compact.min]
      end

      # Where steps begin.
      def base(own)
        return field.least if field.step && field.least

        own.least&.constant? ? Formula.value(own.least, @plan.lists) : 0.0
      end

      # Where a side is open, ten times as much is looked at.
      def ends(low, high)
        now = @now.is_a?(Float) && @now.finite? ? @now : (low || high || 0.0)
        reach = [now.abs * 10, 10 * unit].max
        [low || [now - reach, high ? high - reach : now - reach].min, high || [now + reach, low ? low + reach : now + reach].max]
      end

      def step_of(own, range)
        given = field.step || (Formula.value(own.step, @plan.lists) if own.step&.constant?)
        given ||= 1.0 if field.target.subject.kind == 'count'
        return given if given&.positive?

        tidy = unit
        tidy /= 10 while range.positive? && range / tidy < FINE
        tidy
      end

      def unit = (field.unit || field.target.unit).factor.to_f
    end
  end
end
