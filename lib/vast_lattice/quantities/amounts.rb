# frozen_string_literal: true

module VastLattice
  module Quantities
    # The mass and the price of an outcome itself, without its components; remembered for those that are components.
    class Amounts
      # That of an Outcome.
      def self.of(outcome) = outcome.component? ? Memory.here.amounts.fetch(outcome.call) { new(outcome) } : new(outcome)

      # Geometry::Model::Bodies of its parts; their mass in kg, NaN where that is undefined; and the Price of it alone.
      attr_reader :bodies, :mass, :price

      def initialize(outcome)
        raise Geometry::Work::Spent if Geometry::Work.exhausted?

        model = Geometry::Model.for(outcome)
        @outcome = outcome
        @bodies = model.solids
        @mass = model.own_complete? ? bodies.sum(0.0, &:mass) : Undefined::NUMBER
        @price = Price.total(Geometry::Pricing.lines(outcome))
      end

      # What is equal for equal configured results: what they are, however they were picked.
      def key
        @key ||= begin
          built = @outcome.placings.select(&:built?)
          inside = built.map { |placing| placing.kinds.map { |own, numbers| [Amounts.of(own).key, numbers.size] } }
          [family.name, values, @outcome.labels.to_a, @outcome.properties.reject { |_, text| text.to_s.empty? }.to_a, inside]
        end
      end

      # What is equal for what is made alike: its parts and what is in it, its prices and operations.
      def made
        @made ||= begin
          kinds = @outcome.placings.select(&:built?).flat_map(&:kinds)
          inside = kinds.map { |own, numbers| [Amounts.of(own).made, numbers.size] }.sort_by(&:inspect)
          parts = bodies.map { |body| part_key(body) }.tally.sort_by(&:inspect)
          [family.name, parts, price.plain.to_a, @outcome.operations.map(&:text).sort, inside].hash
        end
      end

      # The same of a part.
      def part_key(body)
        finish = @outcome.plan.symbols.own("#{body.part.name}.finish") && @outcome.value("#{body.part.name}.finish")
        [family.name, body.part.name, body.volume.round(6), body.material.name, body.colour, finish,
         body.bounds.size.map { |length| length.round(6) }]
      end

      private

      # Without rows: what they give is among the values.
      def values
        known = @outcome.plan.targets.zip(@outcome.values)
        known.filter_map { |target, value| value.to_s unless target.kind == :row || target.port? || value.is_a?(Array) }
      end

      def family = @outcome.plan.family
    end
  end
end
