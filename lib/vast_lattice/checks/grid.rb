# frozen_string_literal: true

module VastLattice
  module Checks
    # The numbers that a name can have, where these are whole steps from a base: of a count, or of a parameter whose step is fixed.
    class Grid
      # The Grid of a Target; nil where every number in its limits can occur.
      def self.of(plan, target)
        return unless target.value? && target.type.number?

        item = plan.bound.items[target.index]
        step = step(plan, item)
        return of_step(plan, item, step) if step&.positive?

        new(1.0, 0.0) if target.subject.kind == 'count'
      end

      # A step counts from the least; where that depends on something, nothing is known.
      def self.of_step(plan, item, step)
        least, = item.fixed_limits(plan.lists)
        new(step, least || 0.0) if item.least.nil? || least
      end

      def self.step(plan, item) = item.respond_to?(:step) && item.step&.constant? ? Formula.value(item.step, plan.lists) : nil
      private_class_method :of_step, :step

      def initialize(step, base)
        @step = step
        @base = base
      end

      # The first of its numbers from a value on, or beyond it (+open+).
      def from(value, open: false)
        number = steps(value)
        whole = number.ceil
        at(open && whole == number ? whole + 1 : whole)
      end

      # The last of its numbers up to a value, or before it (+open+).
      def till(value, open: false)
        number = steps(value)
        whole = number.floor
        at(open && whole == number ? whole - 1 : whole)
      end

      def on?(value) = steps(value).then { |number| number == number.floor }

      private

      def steps(value) = Rounding.of((value - @base) / @step, Plan::Limits::DECIMALS)
      def at(number) = Rounding.of((number * @step) + @base)
    end
  end
end
