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
        if step && step <= 0
          found << [:impossible_step, index, step]
          step = nil
        end
        low = on_step(least, step, base, :ceil)
        high = on_step(most, step, base, :floor)
        none = low && high && low > high
        found << [:nothing_left, index, least, most, step, by] if none
        return unless value.finite?

        found << [:below_least, index, least, (low unless none), by[0]] if (below = least && value < least)
        found << [:above_most, index, most, (high unless none), by[1]] if (above = most && value > most)
        return if below || above || step.nil? || on_a_step?(value, step, base)

        found << [:off_step, index, base, step, (nearest(value, step, base, low, high) unless none)]
      end

      # A limit brought onto a step, inwards.
      def on_step(limit, step, base, how)
        return limit unless limit && step

        (((limit - base) / step).round(DECIMALS).public_send(how) * step) + base
      end

      def on_a_step?(value, step, base) = ((value - base) / step).round(DECIMALS).modulo(1).zero?

      def nearest(value, step, base, low, high)
        (on_step(value, step, base, :round) || value).then { |near| low && near < low ? low : near }
                                                     .then { |near| high && near > high ? high : near }
      end
    end
  end
end
