# frozen_string_literal: true

require 'csv'

module VastLattice
  module Exchange
    # The resolved table of a family: every variant with its values, states, mass and findings.
    class VariantsCSV
      def initialize(plan)
        @plan = plan
        @values = plan.targets.select(&:value?)
        @features = plan.family.features
        @properties = plan.family.variant_tables.flat_map(&:columns).select(&:property?).map(&:target)
      end

      # Headings, units in brackets.
      def headings
        units = @values.map { |target| target.unit.plain? ? target.name : "#{target.name} [#{target.unit}]" }
        [*@plan.family.variant_tables.map(&:name), *@plan.family.patterns.keys, *@properties, *units, *@features.map(&:name), 'mass [kg]',
         'area [mm2]', 'findings']
      end

      # The cells of one Checks::Variants::Variant.
      def cells(variant)
        outcome = variant.result.outcome
        [*identity(variant, outcome), *@values.map { |target| value(outcome, target) },
         *@features.map { |feature| outcome.state(feature.name).to_s },
         number(variant.result.facts['mass']), number(variant.result.facts['area']),
         variant.result.findings.map(&:message).join(' ')]
      end

      # All of it as CSV text.
      def to_csv
        CSV.generate do |csv|
          csv << headings
          Checks::Variants.new(@plan).each { |variant| csv << cells(variant) }
        end
      end

      # All of it as a list for JSON.
      def to_list = Checks::Variants.new(@plan).map { |variant| ResultTree.tree(variant.result) }

      private

      # Rows, labels and properties: what a variant is called.
      def identity(variant, outcome)
        rows = @plan.family.variant_tables.map { |table| variant.rows[table.name] }
        [*rows, *outcome.labels.keys.map { |name| outcome.label(name) }, *outcome.properties.values_at(*@properties)]
      end

      def value(outcome, target)
        amount = outcome.values[target.index]
        return '' unless outcome.applies?(target)
        return target.text(amount) unless target.type.number?

        number(target.unit.from_base(amount))
      end

      def number(amount) = Units::Format.number(amount)
    end
  end
end
