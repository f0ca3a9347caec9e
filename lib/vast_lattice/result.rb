# frozen_string_literal: true

module VastLattice
  # A configured result: a pick resolved all the way, from values to the drawing. Each stage is computed
  # once, when it is first asked for.
  class Result
    attr_reader :plan, :outcome

    # Resolves a pick. Raises Plan::Broken or Plan::PickError.
    def initialize(plan, pick = Plan::Pick.new)
      @plan = plan
      @outcome = plan.outcome(pick)
    end

    def model = @model ||= Geometry::Model.of(outcome)

    # Findings of the outcome and of the shape, worst first.
    def findings
      @findings ||= (outcome.findings + model.findings).sort_by { |finding| Finding::LEVELS.index(finding.level) }
    end

    def errors? = findings.any?(&:error?)

    # The front view as SVG, or nil when there is nothing to draw.
    def front_view(**options)
      solid = model.solids.first
      solid && Drawing::FrontView.new(solid, outcome, **options).to_svg
    end

    # Computed facts with their base amounts: mass in kg, area in mm2, volume in mm3, number of instances.
    def facts
      { 'mass' => model.mass, 'area' => model.area, 'volume' => model.volume, 'instances' => model.instance_count }
    end

    # The same as texts with units.
    def fact_texts
      mass = facts['mass']
      { 'mass' => mass < 0.1 ? "#{Units::Format.number((mass * 1000).round(3))} g" : "#{Units::Format.number(mass.round(3))} kg",
        'area' => "#{Units::Format.number((facts['area'] / 100).round(2))} cm2",
        'volume' => "#{Units::Format.number((facts['volume'] / 1000).round(2))} cm3",
        'instances' => facts['instances'].to_s }
    end
  end
end
