# frozen_string_literal: true

module VastLattice
  # A configured result: a pick resolved all the way, from values to the drawing. Each stage is computed
  # once, when it is first asked for.
  class Result
    # What is asked for needs all of a product, and there is not all of it.
    class NotWhole < Error; end

    attr_reader :plan, :outcome

    # Resolves a pick, unless its +outcome+ is there already. +build_to+, a pair of part and step, leaves out of the model,
    # and so of facts, findings and pictures, what comes later in that part's recipe; +display+ is a Units::Display, nil for that of
    # the family. Raises Plan::Broken or Plan::PickError.
    def initialize(plan, pick = Plan::Pick.new, outcome: plan.outcome(pick), build_to: nil, display: nil)
      @plan = plan
      @outcome = outcome.shown_as(display)
      @build_to = build_to
    end

    def model = @model ||= Geometry::Model.of(outcome, build_to: @build_to)

    # The same for what is built from it. Raises NotWhole where there is nothing, or where not all of it can be made.
    def whole_model
      ensure_whole(:there_is_nothing_to_make) { model.bodies.any? }
      ensure_whole(:not_all_of_it_can_be_made) { model.complete? }
      model
    end

    # The same with all steps.
    def whole = @build_to ? @whole ||= Result.new(plan, outcome: outcome) : self

    # Findings of the outcome and of the shape, worst first; with those of pictures and facts that took too much work, as
    # far as they were asked for.
    def findings
      @found ||= outcome.findings + model.findings + late_findings + shared_numbers
      (@found + @missing.to_a).sort_by { |finding| Finding::LEVELS.index(finding.level) }
    end

    # What waits for the shape: Outcome::Late. The shape is the whole one.
    def late
      program = plan.late_program
      @late ||= program ? Outcome::Late.new(outcome, Geometry::Measures.of(whole.model, program.measured)) : Outcome::Late.none
    end

    # Where bodies run into each other: Geometry::Interference::Founds, the largest first. Takes longer than all else.
    def interferences = @interferences ||= Geometry::Interference.of(model)

    # What it finds late, with that of components that are built.
    def late_findings
      inner = outcome.placings.select(&:built?).flat_map do |placing|
        placing.kinds.flat_map { |own, numbers| inside(own).late_findings.map { |finding| finding.within(placing.path(numbers)) } }
      end
      late.findings + inner
    end

    # Part numbers that several different things in it have.
    def shared_numbers
      Geometry::Work.budget { Quantities::PartNumbers.findings(outcome) }
    rescue Geometry::Work::Spent, Geometry::Planar::Failed
      # What takes too much work is told elsewhere.
      []
    end

    # All prices and operations of the family itself, the base price first; and the sum of the prices, with those of all
    # components, as text.
    def lines = (outcome.lines + late.lines).partition { |line| line.rule.empty? }.flatten(1)
    def price = Geometry::Pricing.price(outcome, lines).to_s

    # All lines that people see: its own, and its components as lines of the price, which add up; and what has no price.
    def told_lines = price_list.lines + lines.reject { |line| line.list == 'price' }
    def unpriced = price_list.unpriced

    # The Result of a component's Outcome, one for all instances that share it.
    def inside(own) = (@inside ||= {}.compare_by_identity)[own] ||= Result.new(own.plan, outcome: own)

    def errors? = findings.any?(&:error?)

    # The front view as SVG, or nil when there is nothing to draw.
    def front_view(**options) = view('front', **options)

    # A view (of Drawing::Views) as SVG, or nil when there is nothing to draw; steps that come later are faint in it. Options
    # as in Drawing::ModelView.
    def view(name, **options)
      options = options.merge(later: later) if @build_to
      solids = chosen(**options.slice(:only, :without))
      key = [:view, name, options, outcome.display, solids.map { |solid| solid_key(solid) }]
      kept('The picture', key) { drawn(name, solids, options) }
    end

    # What is shown in a tier, in 3D: 'bodies' [{'part', 'component', 'colour', 'shape', 'frame'}, …], each a shape by its number where
    # its frame (origin, u, v, n: twelve numbers) puts it; and the 'shapes' [{'groups', 'edges'}, …] in frames of their own, each once
    # however often it is there. +only+ and +without+ as of views. What is too much to
    # be sent is simplified (Drawing::Simplified).
    def scene(tier: 'full', only: nil, without: [])
      shapes = {}.compare_by_identity
      bodies = chosen(only: only, without: without).select { |body| body.shown && body.drawn_in?(tier) }.filter_map do |body|
        shape = kept('The picture', [:shape, tier, body.solid.mark]) { shape(Drawing::Tier.of(body, tier)) } or next
        number = shapes[shape] ||= shapes.size
        { 'part' => body.part.name, 'component' => body.path.join('.'), 'colour' => body.colour, 'shape' => number,
          'frame' => placed(body.frame) }
      end
      { 'bodies' => bodies, **Drawing::Simplified.of(shapes.keys) }
    end

    # Computed facts with their base amounts: mass in kg, areas in mm2, volume in mm3, number of instances, centre of
    # mass and size in mm.
    def facts
      @facts ||= { 'mass' => model.mass, 'area' => model.area, 'volume' => model.volume, 'instances' => model.instance_count }
    end

    # Facts that take longer: the surface in mm2, the centre of mass and the size along x, y, z in mm.
    def more_facts
      @more_facts ||= if model.bodies.empty? || !model.complete?
                        {}
                      else
                        within_budget('The surface') { measured } || {}
                      end
    end

    # The same as texts with units.
    def fact_texts
      { 'mass' => Variants::Figures.mass_text(facts['mass'], outcome.display),
        'area' => amount(facts['area'], 'cm2'), 'volume' => amount(facts['volume'], 'cm3'),
        'instances' => facts['instances'].to_s, **more_texts }
    end

    private

    def ensure_whole(words) = yield || raise(NotWhole.new(Wording[words], remedy: findings.find(&:error?)&.to_s))

    def price_list = @price_list ||= Quantities::PriceList.new(outcome, lines)

    # Bodies within one component, if it is given, and not in others.
    def chosen(only: nil, without: [])
      found = only ? model.bodies.select { |body| body.within?(only) } : model.bodies
      without.empty? ? found : found.reject { |body| without.any? { |one| body.within?(one) } }
    end

    # What a picture of a body depends on.
    def solid_key(body) = [body.solid.mark, body.colour, body.shown, body.frame.origin, body.frame.u, body.frame.v]

    # The features that come after the step up to which the model is built, as they will be: Geometry::PlacedFeature.
    def later
      part, step = @build_to
      solid = whole.model.part(part)
      solid ? solid.features.select { |feature| feature.shown? && !feature.problem && feature.step > step } : []
    end

    def measured = { 'surface' => model.surface_area, 'centre' => model.centroid, 'size' => model.bounds.size }

    # What is remembered under a key; also that it takes too much work.
    def kept(what, key)
      found = Memory.here.pictures.fetch([plan.shape_mark, key]) { within_budget(what) { yield || :nothing } || @missing.last }
      return found unless found == :nothing || found.is_a?(Finding)

      missing(*found.to_h.values_at(:code, :level, :message, :remedy)) if found.is_a?(Finding)
    end

    # What the block gives within a budget of work; else nil, and a finding. A mistake of the program in one of these takes nothing
    # else away.
    def within_budget(what, &)
      Geometry::Work.budget(&)
    rescue Geometry::Work::Spent, Geometry::Planar::Failed
      spent(what)
    rescue StandardError => e
      Trouble.tell(e)
      missing(:picture_failed, :warning, Wording[:what_of_this_variant_could_not, what: what],
              Wording[:all_else_holds_please_tell_whoever_looks])
    end

    def spent(what)
      missing(:too_much_work, :error, Wording[:what_of_this_variant_takes_too_much, what: what], Geometry::Work::Spent.new.remedy)
    end

    def missing(code, level, message, remedy)
      @missing = @missing.to_a | [Finding.new(code: code, level: level, wording: message, advice: remedy)]
      nil
    end

    def more_texts
      return { 'size' => Undefined::WORD } unless model.complete?

      more = more_facts
      { 'surface' => more['surface'] && amount(more['surface'], 'cm2'), 'size' => more['size'] && lengths(more['size'], ' × '),
        'centre' => more['centre'] && lengths(more['centre'], ', ') }.compact
    end

    # A base amount to the hundredth of the unit in which one of that symbol is shown.
    def amount(number, symbol)
      unit = outcome.display.shown(Units[symbol])
      Undefined.text(number) { "#{Units::Format.number(unit.from_base(number).round(2))} #{unit}" }
    end

    def lengths(numbers, between)
      unit = outcome.display.shown(Units['mm'])
      "#{numbers.map { |number| outcome.display.length(number, 1) }.join(between)} #{unit}"
    end

    def shape(body)
      mesh = Geometry::Mesh.new(body, frame: Geometry::Frame::SPACE)
      { 'groups' => mesh.groups, 'edges' => mesh.edges }
    end

    def placed(frame) = [*frame.origin, *frame.u, *frame.v, *frame.n].map { |number| number.round(9) }

    def drawn(name, solids, options)
      return view_of(name, solids, options) unless name == 'flat'

      folded = solids.find { |solid| solid.blank.flat && (options[:part].nil? || options[:part] == solid.part.name) }
      folded && Drawing::FlatView.new(folded, **options, display: outcome.display).view.to_svg
    end

    # Parts that stand before each other are drawn as what they hide; one alone with all its dimensions.
    def view_of(name, solids, options)
      many = name != 'section' && solids.any? { |solid| solid.path.any? } && solids.none? do |solid|
        options[:part] && solid.path.empty? && solid.part.name == options[:part]
      end
      kind = many ? Drawing::AssemblyView : Drawing::ModelView
      kind.new(solids, outcome, view: name, **options).view&.to_svg
    end
  end
end
