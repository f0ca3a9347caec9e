# frozen_string_literal: true

module VastLattice
  module Web
    # A pick in the parameters of a request: row[TABLE]=ROW, set[NAME]=VALUE, override[NAME]=VALUE.
    module PickParams
      KEYS = { 'row' => :rows, 'set' => :answers, 'override' => :overrides }.freeze

      # The Pick that +params+ ask for.
      def self.read(params)
        Plan::Pick.new(**KEYS.to_h { |key, field| [field, texts(params[key])] })
      end

      # Keeps only what still exists in a plan, so that an old link shows something sensible.
      def self.fitting(pick, plan)
        family = plan.family
        rows = pick.rows.select { |name, row| row.empty? || family.table(name)&.row(row) }
                   .select { |name, _| family.table(name) }
        answers = pick.answers.select { |name, _| answerable?(plan, name) }
        Plan::Pick.new(rows: rows, answers: answers, overrides: pick.overrides.select { |name, _| decided?(plan, name) })
      end

      # Whether a person can answer a name, here or in a component.
      def self.answerable?(plan, name)
        target = plan.symbols.own(name) || plan.symbols.given(name) || inside(plan, name)
        target && (target.answerable? || target.kind == :row)
      end

      def self.decided?(plan, name) = plan.symbols[name] || plan.symbols.given(name) || inside(plan, name)

      # The Target of something in a component, or nil.
      def self.inside(plan, name) = plan.placed.all.any? ? plan.inlet(Name.read(name))&.target : nil
      private_class_method :answerable?, :decided?, :inside

      # The query that asks for a Pick.
      def self.query(pick)
        tree = { 'row' => pick.rows, 'set' => pick.answers, 'override' => pick.overrides }.reject { |_, given| given.empty? }
        Rack::Utils.build_nested_query(tree)
      end

      def self.texts(given) = given.is_a?(Hash) ? given.to_h { |name, value| [name.to_s, value.to_s] } : {}
      private_class_method :texts
    end
  end
end
