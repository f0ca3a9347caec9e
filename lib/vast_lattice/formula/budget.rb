# frozen_string_literal: true

module VastLattice
  module Formula
    # How much work formulas may do, counted in items of lists that are looked at: the same on every machine. Once it
    # is spent, whatever asks for more is undefined; nothing raises.
    class Budget
      # Steps of one computation, such as one resolve.
      STEPS = 200_000
      # Steps that take as long as one point of Watch.
      STEPS_OF_A_POINT = 20
      # Longest text that a formula may make, in characters.
      LONGEST_TEXT = 10_000

      def initialize(steps = STEPS)
        @left = steps
      end

      # Takes so many steps; tells whether there were enough.
      def take?(steps)
        Watch.count(steps / STEPS_OF_A_POINT)
        (@left -= steps) >= 0
      end

      def spent? = @left.negative?
    end
  end
end
