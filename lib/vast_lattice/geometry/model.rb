# frozen_string_literal: true

require 'forwardable'

module VastLattice
  module Geometry
    # The solids of an outcome, with what is wrong with their shape. A solid depends on dimensions and states only:
    # it is remembered by the plan, so that an outcome in which nothing of a part has changed costs nothing.
    class Model
      # A solid with what its outcome says of it.
      class Body
        extend Forwardable

        attr_reader :solid, :material, :colour, :shown

        def_delegators :solid, :part, :blank, :features, :built, :frame, :numbers, :volume, :area, :surface, :surface_area, :centroid,
                       :bounds,
                       :instance_count, :clear, :tangled

        HEX = /\A#\h{6}\z/

        # +material+ is a Materials::Material; +colour+ a text, which is drawn if it is #rrggbb.
        def initialize(solid, material, colour, shown)
          @solid = solid
          @material = material
          @colour = colour.match?(HEX) ? colour : material.colour
          @shown = shown
        end

        # The same body with some features only, or behind a plane.
        def only(&) = Body.new(solid.with_features(&), material, colour, shown)
        def cut_before(plane) = Body.new(solid.behind(plane), material, colour, shown)

        def mass = volume * material.base_density
      end

      attr_reader :outcome, :solids, :findings

      # Builds the model of an Outcome. What cannot be built is left out and reported. +build_to+, a pair of part and
      # step, leaves out what comes later in that part's recipe.
      def self.of(outcome, build_to: nil) = new(outcome, build_to)

      def initialize(outcome, build_to = nil)
        @outcome = outcome
        @build_to = build_to
        built = build
        @solids = built.filter_map(&:first).freeze
        @findings = built.flat_map(&:last).freeze
        freeze
      end

      # Something that is equal for two outcomes of a plan (or of a plan that follows it) whose solids and masses are equal.
      def self.signature(outcome)
        stocks, shapes = outcome.plan.shape_program.call(outcome.values)
        states = (outcome.plan.family.parts + outcome.plan.family.features).map { |item| outcome.state(item.name) }
        materials = outcome.plan.family.parts.map { |part| outcome.value("#{part.name}.material") }
        [stocks.map(&:raw), shapes.map(&:raw), states, materials, shapes.any?(&:varied?) ? outcome.values : nil]
      end

      # Mass of all parts in kg.
      def mass = solids.sum(&:mass)
      def area = solids.sum { |solid| solid.area || 0.0 }
      def surface_area = solids.sum(&:surface_area)
      def volume = solids.sum(&:volume)
      def instance_count = solids.sum(&:instance_count)

      # Centre of mass in the family's frame, or nil without solids.
      def centroid
        return if solids.empty?

        weighted = solids.map { |solid| Vector.scale(solid.frame.point(*solid.centroid), solid.mass) }
        Vector.scale(weighted.reduce { |one, other| Vector.add(one, other) }, 1 / mass)
      end

      # Bounds of everything in the family's frame, or nil.
      def bounds
        return if solids.empty?

        Bounds.of(solids.flat_map { |solid| solid.bounds.corners.map { |corner| solid.frame.point(*corner) } })
      end

      # The PlacedFeature of that name, or nil.
      def feature(name) = solids.flat_map(&:features).find { |feature| feature.name.casecmp?(name) }

      # The solid of a part, or nil.
      def part(name) = solids.find { |solid| solid.part.name.casecmp?(name) }

      private

      # Pairs of Body (nil if there is none) and findings.
      def build
        plan = outcome.plan
        stocks, shapes = plan.shape_program.call(outcome.values)
        plan.bound.stocks.zip(stocks).map do |stock, numbers|
          own = plan.bound.shapes.each_index.select { |index| plan.bound.shapes[index].part.equal?(stock.part) }
          next [nil, []] if outcome.state(stock.part.name) == :suppressed

          solid, findings = remembered(plan, stock, numbers, own.map { |index| [plan.bound.shapes[index], shapes[index]] })
          [solid && body(solid, stock.part), findings]
        end
      end

      def remembered(plan, stock, numbers, own)
        states = own.each_with_index.to_h { |(shape, _), index| [shape.feature.name, state(stock.part, shape.feature, index)] }
        varied = own.any? { |_, given| given.varied? } ? outcome.values : nil
        plan.memo.fetch([stock.part.name, numbers.raw, own.map { |_, given| given.raw }, states.values, varied]) do
          builder = SolidBuilder.new(stock, numbers, own.map(&:first), own.map(&:last)) { |name| states.fetch(name) }
          [builder.solid, builder.findings.freeze]
        end
      end

      def state(part, feature, index)
        later = @build_to && @build_to[0] == part.name && Family::Part.step(index) > @build_to[1]
        later ? :suppressed : outcome.state(feature.name)
      end

      def body(solid, part)
        Body.new(solid, outcome.plan.family.material(outcome.value("#{part.name}.material")), outcome.value("#{part.name}.colour"),
                 outcome.state(part.name) == :shown)
      end
    end
  end
end
