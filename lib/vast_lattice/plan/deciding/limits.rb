# frozen_string_literal: true

module VastLattice
  class Plan
    # Holds a value against limits and a step, and finds the nearest allowed one: within the limits and on a step.
    module Limits
      # Steps are told apart by so many decimals of a step.
      DECIMALS = 6

      module_function

      # Adds short findings to +found+. +value+ of the target +index+ is a Float, perhaps undefined; least and most
      # are Floats or nil, narrowed by +by+ (a pair, nil for the parameter itself); the step (or nil) counts from the base.
      def check(found, index, value, (least, most, step, base), by)
        step = step_of(found, index, step)
        allowed = [on_step(least, step, base, :ceil), on_step(most, step, base, :floor)]
        if allowed.all? && allowed[0] > allowed[1]
          found << [:nothing_left, index, least, most, step, by]
          allowed = [nil, nil]
          step = nil
        end
        return if Undefined.is?(value) || beyond(found, index, value, [least, most], allowed, by)
        return if step.nil? || on_a_step?(value, step, base)

        found << [:off_step, index, base, step, nearest(value, step, base, *allowed)]
      end

      # Whether a value is beyond a limit, which is found.
      def beyond(found, index, value, (least, most), (low, high), by)
        below = least && value < least
        above = most && value > most
        found << [:below_least, index, least, low, by[0]] if below
        found << [:above_most, index, most, high, by[1]] if above
        below || above
      end

      # A step, nil if it is none, which is found.
      def step_of(found, index, step)
        return step if step.nil? || step.positive?

        found << [:impossible_step, index, step]
        nil
      end

      # A limit brought onto a step, inwards.
      def on_step(limit, step, base, how)
        return limit unless limit && step

        (Rounding.of((limit - base) / step, DECIMALS).public_send(how) * step) + base
      end

      def on_a_step?(value, step, base) = Rounding.of((value - base) / step, DECIMALS).modulo(1).zero?

      def nearest(value, step, base, low, high)
        (on_step(value, step, base, :round) || value).then { |near| low && near < low ? low : near }
                                                     .then { |near| high && near > high ? high : near }
      end
    end
  end
end
