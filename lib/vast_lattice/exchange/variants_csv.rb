# frozen_string_literal: true

require 'csv'

module VastLattice
  module Exchange
    # The resolved table of a family: every variant with its values, states, mass and findings.
    class VariantsCSV
      # +within+ as of Variants::All; +verdicts+ know what is wrong with part numbers, too; with +only_valid+, variants that have
      # errors are left out.
      def initialize(plan, within: {}, verdicts: Variants::Verdicts.new(plan, nil), only_valid: false)
        @plan = plan
        @within = within
        @verdicts = verdicts
        @only_valid = only_valid
        @values = plan.targets.select(&:value?)
        @states = (plan.family.parts + plan.family.features).map(&:name)
        @materials = plan.targets.select { |target| %i[material finish].include?(target.kind) }.map(&:name)
        @errors = false
        @overrides = plan.family.overrides.any?
        @prices = plan.bound.sources.any? { |source| source.amounts.any? } if plan.runnable?
        @properties = plan.family.variant_tables.flat_map(&:columns).select(&:property?).uniq(&:target)
      end

      # Headings, units in brackets.
      def headings
        units = @values.map { |target| target.unit.plain? ? target.name : "#{target.name} [#{target.unit}]" }
        properties = @properties.map { |column| column.unit ? "#{column.target} [#{column.unit}]" : column.target }
        [*@plan.family.variant_tables.map(&:name), *@plan.family.patterns.keys, *properties, *units, *@states,
         *@materials, 'mass [kg]', 'area [mm2]', *('price' if @prices), *('overridden' if @overrides), 'valid', 'findings']
      end

      # The cells of one Variants::All::Variant.
      def cells(variant)
        outcome = variant.outcome
        figure = Variants::Figures.of(outcome)
        findings = found(variant).sort_by { |finding| Finding::LEVELS.index(finding.level) }
        @errors ||= findings.any?(&:error?)
        [*identity(variant, outcome), *@values.map { |target| value(outcome, target) }, *@states.map { |name| outcome.state(name).to_s },
         *@materials.map { |name| outcome.value(name).to_s }, number(figure.mass), number(figure.area),
         *asked(outcome, figure), valid?(variant) ? 'yes' : 'no', findings.map(&:message).join(' ')]
      end

      # Whether a variant has no errors, as far as is known.
      def valid?(variant)
        found(variant).none?(&:error?) && @verdicts.level(variant.outcome.pick.rows) != :error
      end

      # Whether a variant that was written has an error.
      def errors? = @errors

      # All of it as CSV text.
      def to_csv
        CSV.generate do |csv|
          csv << headings
          variants.each { |variant| csv << cells(variant).map { |cell| Sheets::CommaText.harmless(cell) } }
        end
      end

      # All of it as a list for JSON.
      def to_list
        variants.map do |variant|
          @errors ||= variant.result.errors?
          ResultTree.tree(variant.result)
        end
      end

      private

      def found(variant) = variant.outcome.findings + Variants::Figures.of(variant.outcome).findings

      def variants
        all = Variants::All.new(@plan, within: @within)
        @only_valid ? all.select { |variant| valid?(variant) } : all
      end

      # Rows, labels and properties: what a variant is called.
      def identity(variant, outcome)
        rows = @plan.family.variant_tables.map { |table| variant.rows[table.name] }
        [*rows, *outcome.labels.keys.map { |name| outcome.label(name) }, *properties(outcome)]
      end

      # Numbers stand alone, their unit is in the heading.
      def properties(outcome)
        texts = outcome.properties
        @properties.map { |column| column.unit ? texts[column.target].delete_suffix(" #{column.unit}") : texts[column.target] }
      end

      # What only some families have.
      def asked(outcome, figure)
        [*(Variants::Figures.price(outcome, figure) if @prices), *(outcome.overridden.map(&:name).join(', ') if @overrides)]
      end

      def value(outcome, target)
        amount = outcome.values[target.index]
        return '' unless outcome.applies?(target)
        return target.text(amount) unless target.type.number?

        number(target.unit.from_base(amount))
      end

      def number(amount) = Undefined.text(amount) { Units::Format.exact(amount) }
    end
  end
end
