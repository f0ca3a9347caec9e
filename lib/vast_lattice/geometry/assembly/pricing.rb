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

      # The Price of an outcome: of its +own+ lines, and of its components. That of a component is remembered for all that are called alike.
      def price(outcome, own = nil)
        return Memory.here.prices.fetch(outcome.call) { total(outcome, lines(outcome)) } if own.nil? && outcome.component?

        total(outcome, own || lines(outcome))
      end

      def total(outcome, own) = Price.total(own, outcome.placings) { |inner| price(inner) }
    end
  end
end
