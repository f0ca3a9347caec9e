# frozen_string_literal: true

module VastLattice
  module Lists
    module Kinds
      # Variants, a line each: their rows, labels and values, mass and price.
      module Variants
        FACTS = [Column.number('mass', 'Mass', 3, unit: 'kg'),
                 Column.number('price', 'Price', 2, fixed: true), Column.text('currency', 'Currency', usual: false),
                 Column.text('valid', 'Valid')].freeze
        private_constant :FACTS

        def self.name = 'variants'
        def self.title = 'Variants'
        def self.offered?(_family) = true
        def self.findings(_subject) = []

        # Rows of tables, labels, parameters, facts.
        def self.columns(family)
          tables = family.variant_tables.map { |table| Column.new(name: "row.#{table.name}", title: table.title, usual: false) }
          labels = family.patterns.keys.map { |name| Column.new(name: name, title: Name.of(name).to_s.tr('_', ' ').capitalize) }
          taken = [*tables, *labels, *FACTS].map(&:name)
          values = family.parameters.reject { |one| taken.include?(one.name) }.map { |one| value(one) }
          [*tables, *labels, *values, *FACTS]
        end

        def self.value(parameter)
          decimals = { decimals: 3 } unless parameter.textual? || %w[yes_no].include?(parameter.kind)
          Column.new(name: parameter.name, title: parameter.title, unit: decimals ? parameter.unit.to_s : '', usual: false, **decimals.to_h)
        end

        def self.rows(subject)
          outcome = subject.result.outcome
          figures = VastLattice::Variants::Figures.of(outcome)
          price = Geometry::Pricing.price(outcome, outcome.lines + figures.late.lines)
          rows = outcome.plan.family.variant_tables.to_h { |table| ["row.#{table.name}", outcome.row_of(table)&.name.to_s] }
          [{ **rows, **outcome.labels.transform_values(&:to_s), **values(outcome),
            'mass' => figures.mass && Undefined.text(figures.mass) do
              figures.mass.round(6)
            end, 'price' => price.undefined? ? Undefined::WORD : price.single&.last, 'currency' => price.single&.first.to_s,
            'valid' => outcome.findings.any?(&:error?) ? 'no' : 'yes' }]
        end

        def self.values(outcome)
          outcome.plan.targets.select(&:value?).to_h { |target| [target.name, shown(outcome, target)] }
        end

        # A number in the unit of its heading; nil where it does not apply.
        def self.shown(outcome, target)
          return unless outcome.applies?(target)

          amount = outcome.values[target.index]
          target.type.number? ? Undefined.text(amount) { target.unit.from_base(amount).round(9) } : target.text(amount)
        end
        private_class_method :value, :values, :shown
      end
    end
  end
end
