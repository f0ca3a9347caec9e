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
      def number? = field.ranged?
      def any? = size.positive?

      # The value of a number from 0 on.
      def at(index) = number? ? Rounding.of(least + (index * step), field.target.type.dimension.decimals) : field.order[index]

      # All values but the present one, the nearest first.
      def others = @others ||= (0...size).map { |index| at(index) }.reject { |value| value == @now }.sort_by { |value| distance(value) }

      # How far a value is from the present one: of numbers as a share of the +span+ from the +origin+, of choices as a share of the
      # places in their order; all the way where the present one is none of them.
      def distance(value)
        return (value - origin).abs / span if number?

        here, there = [@now, value].map { |choice| field.order.index(choice) }
        here && there ? (there - here).abs.fdiv([size - 1, 1].max) : 1.0
      end

      # The present value of a number, or the least where it has none; and how far values can be from each other.
      def origin = known? ? @now : least
      def span = [step * (size - 1), step].max

      private

      def known? = @now.is_a?(Float) && !Undefined.is?(@now)

      def measure
        plan, target = @plan.home(field.target)
        range = Plan::FixedRange.of(field, plan.bound.items[target.index], plan.lists)
        low, high = ends(range.least, range.most)
        @step = range.step&.positive? ? range.step : tidy(high - low)
        @least = Plan::Limits.on_step(low, @step, range.base, :ceil)
        @size = [((high - @least) / @step).round(6).floor + 1, 0].max
      end

      # Where a side is open, ten times as much is looked at.
      def ends(low, high)
        now = known? ? @now : (low || high || 0.0)
        reach = [now.abs * 10, 10 * unit].max
        [low || [now - reach, high ? high - reach : now - reach].min, high || [now + reach, low ? low + reach : now + reach].max]
      end

      # A step for what has none: one unit, or a tenth, a hundredth … of it; of what is counted, one.
      def tidy(range)
        return 1.0 if field.target.about.kind == 'count'

        step = unit
        step /= 10 while range.positive? && range / step < FINE
        step
      end

      def unit = (field.unit || field.target.unit).factor.to_f
    end
  end
end
