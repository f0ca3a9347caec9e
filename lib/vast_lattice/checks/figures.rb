# frozen_string_literal: true

module VastLattice
  module Checks
    # The mass of variants and what is wrong with their shape, remembered by the plan: thousands of variants share few
    # shapes, and an edit leaves most as they are.
    module Figures
      # +mass+ in kg, +area+ in mm2 as Model has it, and the +findings+ of the shape.
      Figure = Struct.new(:mass, :area, :findings)

      # The Figure of an outcome.
      def self.of(outcome)
        signature = Geometry::Model.signature(outcome)
        outcome.plan.figures[signature] || figure(Geometry::Model.of(outcome)).then do |made|
          made.mass.finite? ? outcome.plan.figures.keep(signature, made) : made
        end
      end

      # The Figure of an outcome if it is remembered, else nil.
      def self.known(outcome) = outcome.plan.figures[Geometry::Model.signature(outcome)]

      # What is undefined is told with the numbers of its outcome, and so not remembered for others.
      def self.figure(model) = Figure.new(model.mass, model.area, model.findings)
      private_class_method :figure

      # The mass as text.
      def self.mass_text(mass)
        return 'undefined' unless mass.finite?

        mass < 0.1 ? "#{Units::Format.number((mass * 1000).round(3))} g" : "#{Units::Format.number(mass.round(3))} kg"
      end
    end
  end
end
