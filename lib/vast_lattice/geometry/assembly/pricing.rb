# frozen_string_literal: true

module VastLattice
  module Geometry
    # What an outcome costs with all that is in it; some prices wait for the shape.
    module Pricing
      module_function

      # All Lines of an outcome itself, the late ones last.
      def lines(outcome)
        program = outcome.plan.late_program or return outcome.lines
        outcome.lines + Outcome::Late.new(outcome, Measures.of(Model.for(outcome), program.measured)).lines
      end

      # The Price of an outcome: of its own +lines+, and of its components.
      def price(outcome, lines = lines(outcome)) = Price.total(lines, outcome.placings) { |own| price(own) }
    end
  end
end
