# frozen_string_literal: true

module VastLattice
  module Geometry
    # The solids of an outcome, with what is wrong with their shape: +solids+ of its own parts, +laid+ components, and +bodies+, all
    # that there is, each at its place. A solid depends on dimensions and states only:
    # it is remembered by the plan, so that an outcome in which nothing of a part has changed costs nothing.
    class Model
      # What an unknown material weighs nobody knows.
      UNKNOWN = Materials::Material.new(name: 'unknown', title: 'Unknown', density: Undefined::NUMBER, colour: '#b9c0c4')

      attr_reader :outcome, :solids

      # Builds the model of an Outcome. What cannot be built is left out and reported; mass, volume and the like are
      # undefined then. +build_to+, a pair of part and
      # step, leaves out what comes later in that part's recipe.
      def self.of(outcome, build_to: nil) = new(outcome, build_to)

      # The same, remembered for outcomes that are a component's.
      def self.for(outcome) = outcome.component? ? Memory.here.models.fetch(outcome.call) { of(outcome) } : of(outcome)

      def initialize(outcome, build_to = nil)
        @outcome = outcome
        @build_to = build_to
        @undefined = UndefinedDimensions.new(outcome)
        built = build
        @solids = built.filter_map(&:first).freeze
        @own_findings = built.flat_map { |_, findings, _| findings }.freeze
        @own_complete = built.all? { |_, _, complete| complete }
      end

      # The components that are built, where they are: Laying::Laid.
      def laid = @laid ||= outcome.plan.family.components.empty? ? [] : Work.whole { laying.all.freeze }

      # All Bodies, those of components at their places.
      def bodies = @bodies ||= laid.empty? ? solids : [*solids, *laid_bodies].freeze

      # [a Body, how many are like it], of each solid once.
      def alike = @alike ||= bodies.group_by { |body| body.solid.mark }.values.map { |same| [same.first, same.size] }.freeze

      def findings
        @findings ||= laid.empty? && @laying.nil? ? @own_findings : [*@own_findings, *laying.findings, *inner_findings].uniq.freeze
      end

      # Something that is equal for two outcomes of a plan (or of a plan that follows it) only if their solids and masses are:
      # the values that decide them.
      def self.signature(outcome)
        own = outcome.values.values_at(*outcome.plan.decisive)
        if outcome.plan.family.components.empty?
          own
        else
          [own, outcome.values, outcome.placings.map do |placing|
            placing.inside.runs.map(&:call)
          end]
        end
      end

      # Whether all that is to be built can be.
      def complete? = own_complete? && complete_inside?

      # The same of its own parts.
      def own_complete? = @own_complete

      # Mass of all parts in kg; like the other sums, undefined (NaN) unless the model is complete.
      def mass = sum(&:mass)
      def area = sum { |body| body.area || 0.0 }
      def surface_area = sum(&:surface_area)
      def volume = sum(&:volume)
      def instance_count = total(&:instance_count)

      # The sum of what the block gives of each solid, those in components included, wherever they are.
      def total(&) = solids.sum(&) + laid.sum { |one| one.instances.sum { |_, _, model| model.total(&) } }

      # Centre of mass in the family's frame, or nil without solids.
      def centroid
        return if bodies.empty? || Undefined.is?(mass) || mass.zero?

        weighted = bodies.map { |solid| Vector.scale(solid.frame.point(*solid.centroid), solid.mass) }
        Vector.scale(weighted.reduce { |one, other| Vector.add(one, other) }, 1 / mass)
      end

      # Bounds of everything in the family's frame, or nil.
      def bounds
        return if bodies.empty?

        Bounds.of(bodies.flat_map(&:corners))
      end

      # The PlacedFeature of that name, or nil.
      def feature(name) = solids.flat_map(&:features).find { |feature| feature.name.casecmp?(name) }

      # The solid of a part, or nil.
      def part(name) = solids.find { |solid| solid.part.name.casecmp?(name) }

      private

      def sum(&) = complete? ? total(&) : Undefined::NUMBER

      def laying = @laying ||= Laying.new(outcome, solids)

      def complete_inside?
        return true if outcome.placings.empty?

        laid.all? { |one| one.instances.all? { |_, _, model| model.complete? } } && laying.complete? &&
          outcome.placings.all? { |placing| placing.state == :suppressed || (placing.built? && placing.counted?) }
      end

      def laid_bodies
        laid.flat_map do |laid|
          shown = laid.placing.state == :shown
          laid.instances.flat_map do |number, frame, model|
            called = Name.of(laid.name, *number).to_s
            model.bodies.map { |body| body.laid(frame, called, laid.placing.component, shown) }
          end
        end
      end

      # Of instances that share a model, once.
      def inner_findings
        laid.flat_map do |laid|
          kinds = laid.instances.group_by { |_, _, model| model.object_id }.values
          kinds.flat_map do |same|
            path = same.size == laid.instances.size ? laid.name : "#{laid.name}.#{same.first.first}"
            same.first.last.findings.map { |finding| finding.within(path) }
          end
        end
      end

      # For each part its Body (nil if there is none), findings, and whether all of it is built that is to be.
      def build
        plan = outcome.plan
        stocks, shapes = plan.shape_program.call(outcome.values)
        plan.bound.stocks.zip(stocks).map do |stock, numbers|
          own = plan.bound.shapes.each_index.select { |index| plan.bound.shapes[index].part.equal?(stock.part) }
          part_built(stock, numbers, own.map { |index| [plan.bound.shapes[index], shapes[index]] })
        end
      end

      def part_built(stock, numbers, own)
        case outcome.state(stock.part.name)
        when :suppressed then return [nil, [], true]
        when :undefined then return [nil, [], false] unless outcome.value("#{stock.part.name}.built")
        end
        return [nil, @undefined.of_stock(stock, numbers), false] if @undefined.any?(stock, numbers)

        states, undefined = states(stock.part, own)
        solid, findings = remembered(stock, numbers, own, states)
        body, unknown = solid && body(solid, stock.part)
        [body, [*undefined, *findings, *unknown], !solid.nil? && undefined.empty? && states.none? { |_, state| state == :undefined }]
      end

      def remembered(stock, numbers, own, states)
        varied = own.any? { |_, given| given.varied? } ? outcome.values : nil
        Memory.here.shapes.fetch([outcome.plan.shape_mark, stock.part.name, numbers.raw, own.map do |_, given|
          given.raw
        end, states.values, varied]) do
          builder = SolidBuilder.new(stock, numbers, own, @undefined) { |name| states.fetch(name) }
          [builder.solid, builder.findings.freeze]
        end
      end

      # The state of each feature, :undefined also where a dimension is, and the findings of those.
      def states(part, own)
        findings = []
        states = own.each_with_index.to_h do |(shape, given), index|
          state = state(part, shape.feature, index)
          if state != :suppressed && @undefined.any?(shape, given)
            findings.concat(@undefined.of_shape(shape, given))
            state = :undefined
          end
          [shape.feature.name, state]
        end
        [states, findings]
      end

      def state(part, feature, index)
        later = @build_to && @build_to[0] == part.name && Family::Part.step(index) > @build_to[1]
        later ? :suppressed : outcome.state(feature.name)
      end

      # The Body and, where its material is not known, a Finding.
      def body(solid, part)
        name = outcome.value("#{part.name}.material")
        material = outcome.plan.family.material(name)
        shown = outcome.value("#{part.name}.shown") != false
        colour = outcome.plan.family.known_colours.drawn(outcome.value("#{part.name}.colour"))
        [Body.new(solid, material || UNKNOWN, colour, shown),
         (unknown_material(part, name) unless material || name.nil?)]
      end

      def unknown_material(part, name)
        Finding.new(code: :unknown_material, level: :error,
                    wording: Wording[:there_is_no_material_name_so_part, name: name, part: part.title],
                    place: Place.at('parts', part.name, 'material'),
                    advice: Nearest.remedy(name, outcome.plan.family.material_names, kind: 'material'))
      end
    end
  end
end
