# frozen_string_literal: true

module VastLattice
  module Variants
    # The mass of variants and what is wrong with their shape, remembered: thousands of variants share few shapes, and an edit leaves
    # most as they are. What waits for the shape is said of each variant anew.
    module Figures
      # +mass+ in kg, +area+ in mm2 as Model has it, the +findings+ of the shape, what is +measured+ by number; and with an
      # outcome, what is +late+ (Outcome::Late).
      Figure = Struct.new(:mass, :area, :shape, :measured, :late) do
        def findings = shape + late.findings
      end

      # The Figure of an outcome.
      def self.of(outcome)
        signature = signature(outcome)
        known = Memory.here.figures[signature]
        return with_late(known, outcome) if known && measured?(known, outcome.plan)

        made = figure(Geometry::Model.of(outcome))
        # What is undefined is told with the numbers of its outcome, and so not remembered for others.
        Memory.here.figures.keep(signature, made) unless Undefined.is?(made.mass)
        with_late(made, outcome)
      end

      # The Figure of an outcome if it is remembered, else nil.
      def self.known(outcome)
        known = Memory.here.figures[signature(outcome)]
        with_late(known, outcome) if known && measured?(known, outcome.plan)
      end

      # The price of an outcome as text, with what waits for the shape.
      def self.price(outcome, figure = of(outcome))
        Geometry::Pricing.price(outcome, outcome.lines + figure.late.lines).to_s
      end

      def self.signature(outcome) = [outcome.plan.figure_mark, Geometry::Model.signature(outcome)]

      # What the plan wants to be measured.
      def self.wanted(plan) = plan.late_program ? plan.late_program.measured : []

      # Whether all that the plan uses was measured; another plan may have remembered the figure.
      def self.measured?(figure, plan) = wanted(plan).all? { |own| figure.measured.key?(own.index) }

      def self.figure(model)
        numbers = Result.new(model.outcome.plan, outcome: model.outcome).shared_numbers
        Figure.new(model.mass, model.area, model.findings + numbers, Geometry::Measures.of(model, wanted(model.outcome.plan)))
      end

      def self.with_late(figure, outcome)
        late = outcome.plan.late_program ? Outcome::Late.new(outcome, figure.measured) : Outcome::Late.none
        Figure.new(figure.mass, figure.area, figure.shape, figure.measured, late)
      end
      private_class_method :signature, :wanted, :measured?, :figure, :with_late

      # The mass as text, in the units of a Units::Display.
      def self.mass_text(mass, display = Units::Display::AS_SET)
        return Undefined::WORD if Undefined.is?(mass)

        if display.inch?
          pounds = Units['lb'].from_base(mass)
          return pounds < 0.1 ? "#{Units::Format.number((pounds * 16).round(3))} oz" : "#{Units::Format.number(pounds.round(3))} lb"
        end
        mass < 0.1 ? "#{Units::Format.number((mass * 1000).round(3))} g" : "#{Units::Format.number(mass.round(3))} kg"
      end
    end
  end
end
