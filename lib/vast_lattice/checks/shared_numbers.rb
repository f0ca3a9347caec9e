# frozen_string_literal: true

module VastLattice
  module Checks
    # One part number, one thing, over the variants of a family that is made of others: numbers of components that are one thing in one
    # variant and another in the next.
    class SharedNumbers
      # Variants that are looked at, evenly spread; each has a parts list of its own.
      MOST = 300

      # +tick+ as of Sweep.
      def initialize(plan, tick: nil)
        @plan = plan
        @tick = tick
      end

      # Gathering::Founds, one for each number.
      def found
        return [] if !@plan.runnable? || @plan.family.components.empty?

        shared = things.select { |_, made| made.size > 1 && made.values.map { |_, variant| variant.name }.uniq.size > 1 }
        shared.map { |number, made| told(number, made.values) }
      end

      private

      # {part number => {what it is made of => [Position, Variant]}}
      def things
        sweep = Sweep.new(@plan, tick: @tick)
        step = [sweep.size / MOST, 1].max
        (0...sweep.size).step(step).each_with_object({}) do |number, all|
          variant = sweep.at(number)
          numbers(variant.outcome).each { |label, made| made.each { |key, position| (all[label] ||= {})[key] ||= [position, variant] } }
        end
      end

      def numbers(outcome)
        Geometry::Work.budget { Quantities::PartNumbers.of(outcome) }
      rescue Geometry::Work::Spent, Geometry::Planar::Failed
        {}
      end

      def told(number, made)
        positions, variants = made.transpose
        where = made.map { |position, variant| "#{position.names.first} in #{variant.name}" }
        finding = Quantities::PartNumbers.finding(number, positions, where: where)
        Gathering::Found.new(finding: finding, rows: variants.first.rows, count: variants.size)
      end
    end
  end
end
