# frozen_string_literal: true

module VastLattice
  module Checks
    # The mass of variants and what is wrong with their shape, remembered by the plan: thousands of variants share few
    # shapes, and an edit leaves most as they are.
    module Figures
      # +mass+ in kg, and the +findings+ of the shape.
      Figure = Struct.new(:mass, :findings)

      # The Figure of an outcome.
      def self.of(outcome)
        outcome.plan.figures.fetch(Geometry::Model.signature(outcome)) do
          model = Geometry::Model.of(outcome)
          Figure.new(model.mass, model.findings)
        end
      end

      # The mass as text.
      def self.mass_text(mass)
        mass < 0.1 ? "#{Units::Format.number((mass * 1000).round(3))} g" : "#{Units::Format.number(mass.round(3))} kg"
      end
    end
  end
end
