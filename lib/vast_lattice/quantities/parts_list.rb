# frozen_string_literal: true

module VastLattice
  module Quantities
    # The bill of materials of an outcome: components and parts, equal configured results as one Position with a quantity, through
    # all levels. What is not built is not in it; what is hidden is.
    class PartsList
      # The whole: a Position with all others in it. Its number is ''.
      attr_reader :whole

      # Raises Geometry::Work::Spent where it would take too much work.
      def initialize(outcome)
        @whole = Geometry::Work.whole { family(outcome, Spot.new('', [], 1, 1), outcome.plan.family.name, []) }
      end

      # All positions as an indented list, without the whole.
      def indented = whole.positions.flat_map(&:all)

      # Those of one level, from 1.
      def level(number) = indented.select { |position| position.level == number }

      # The number of levels.
      def depth = indented.map(&:level).max || 0

      # Totals over all levels: equal things once, wherever they are, components before parts.
      def flat
        totals = indented.group_by(&:key).values.map { |same| total(same) }
        sorted = totals.sort_by { |one| [one.part? ? 1 : 0, one.family.to_s, one.part_number.to_s, one.title] }
        sorted.each_with_index.map { |one, at| one.tap { one.number = (at + 1).to_s } }
      end

      # Mass in kg, NaN where it is undefined, and Price of the whole.
      def mass = whole.mass
      def price = whole.price

      private

      # Where a Position is: its number, the paths of what it counts, how often it is in what is around it, and that in the whole.
      Spot = Struct.new(:number, :names, :quantity, :around) do
        def total = quantity * around
        def told = { number: number, names: names, quantity: quantity, total: total }
        def inside(at, names, quantity) = Spot.new([*(number unless number.empty?), at + 1].join('.'), names, quantity, total)
        def named(name) = Name.of(*names.first, name).to_s
      end
      private_constant :Spot

      def total(same)
        sum = same.sum(&:total)
        same.first.dup.tap do |one|
          one.quantity = one.total = sum
          one.names = same.flat_map(&:names).uniq
          one.reasons = same.flat_map(&:reasons).uniq
          one.called = same.flat_map { |own| own.called.to_a }.uniq
          one.positions = []
        end
      end

      # The Position of a family.
      def family(outcome, spot, title, reasons)
        amounts = Amounts.of(outcome)
        made = components(outcome, spot)
        parts = parts(amounts, spot, made.size)
        price = Geometry::Pricing.price(outcome)
        Position.new(**spot.told, title: title, reasons: reasons, family: outcome.plan.family.name,
                                  part_number: label(outcome, 'part_number'), description: label(outcome, 'description'), price: price,
                                  mass: made.sum(amounts.mass) do |one|
                                    one.mass * one.quantity
                                  end, positions: made + parts, key: amounts.key, made: amounts.made)
      end

      def label(outcome, name) = outcome.plan.family.patterns.key?(name) ? outcome.label(name) : nil

      # What is in a family, by what it came to: [Placing, Outcome, numbers of the instances] that are equal.
      def components(outcome, spot)
        kinds = outcome.placings.select(&:built?).flat_map { |placing| placing.kinds.map { |own, numbers| [placing, own, numbers] } }
        kinds.group_by { |_, own, _| Amounts.of(own).key }.values.each_with_index.map { |same, at| component(same, spot, at) }
      end

      def component(same, spot, at)
        placing, own, = same.first
        names = same.map { |one, _, numbers| spot.named(one.path(numbers)) }
        title = same.one? && !placing.component.label.empty? ? placing.component.label : own.plan.family.name
        reasons = same.map(&:first).uniq(&:object_id).map { |placed| reason(placed) }.uniq
        one = family(own, spot.inside(at, names, same.sum { |_, _, numbers| numbers.size }), title, reasons)
        one.tap { one.called = same.flat_map { |placed, _, numbers| numbers.map { |number| placed.called(number) } }.compact }
      end

      # Who decides that it is there, and how often.
      def reason(placing)
        @reasons ||= {}.compare_by_identity
        @reasons[placing] ||= begin
          reason = placing.outcome.because("#{placing.name}.#{placing.many? ? 'count' : 'built'}")
          "#{reason.subject}: #{reason.sentence}"
        end
      end

      # Its own parts, after so many positions.
      def parts(amounts, spot, after)
        amounts.bodies.group_by { |body| amounts.part_key(body) }.each_with_index.map do |(key, bodies), at|
          part(key, bodies, spot.inside(after + at, bodies.map { |own| spot.named(own.part.name) }, bodies.size))
        end
      end

      def part(key, bodies, spot)
        body = bodies.first
        Position.new(**spot.told, title: body.part.title, material: body.material.title, mass: body.mass, reasons: [], positions: [],
                                  key: key)
      end
    end
  end
end
