# frozen_string_literal: true

module VastLattice
  module Variants
    # The variants of a family by what they come to, so that a configured result that equals one is known as it.
    class Known
      # Variants that are looked at; of more, none is known.
      MOST = 5000

      # Those of a plan, remembered.
      def self.of(plan) = Memory.here.variants.fetch(plan.mark) { new(plan) }

      def initialize(plan)
        @plan = plan
        # Picked rows are how a result came about, not what it is.
        @compared = plan.targets.reject { |target| target.kind == :row }.map(&:index)
        variants = All.new(plan)
        many = plan.family.variant_tables.empty? || variants.size > MOST
        @by_values = many ? {} : variants.first(MOST).reverse_each.to_h { |variant| [signature(variant.outcome), variant] }
        @labels = @by_values.values.filter_map { |variant| variant.outcome.labels['part_number'] }.to_h { |label| [label, true] }
      end

      # The rows of the variant that an outcome equals in every value and state, by table; nil where there is none.
      def rows(outcome) = @by_values[signature(outcome)]&.rows

      # The part number of an outcome, and whether it is new: that of the variant that it equals, else by the pattern; one that
      # another variant has, or that the block tells to be taken by something else, gets the +mark+ behind it. nil where the family
      # has no pattern for it.
      def part_number(outcome, mark)
        known = @by_values[signature(outcome)]
        return [known.outcome.label('part_number'), false] if known && @plan.family.patterns.key?('part_number')

        label = outcome.labels['part_number']
        return [label, true] if label.nil? || !(@labels.key?(label) || (block_given? && yield(label)))

        ["#{label}-#{mark}", true]
      end

      private

      # Values of components are those of their runs, which equal calls share.
      def signature(outcome)
        own = outcome.values.values_at(*@compared).map { |value| value.is_a?(Float) && Undefined.is?(value) ? :undefined : value }
        own + outcome.placings.map { |placing| placing.inside.runs.map(&:call) }
      end
    end
  end
end
