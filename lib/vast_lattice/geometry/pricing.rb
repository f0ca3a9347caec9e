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

      # {currency => amount, NaN where one is undefined} of an outcome, of its own +lines+ and of its components.
      def sums(outcome, lines = lines(outcome)) = Outcome::Line.total([Outcome::Line.sums(lines), *inside(outcome)])

      # The same of the components alone, each instance counted.
      def inside(outcome)
        outcome.placings.select(&:built?).flat_map do |placing|
          placing.kinds.map { |own, numbers| sums(own).transform_values { |amount| amount * numbers.size } }
        end
      end
    end
  end
end
