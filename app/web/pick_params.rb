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
        answers = pick.answers.select { |name, _| (target = decided(plan, name)) && (target.answerable? || target.kind == :row) }
        Plan::Pick.new(rows: rows, answers: answers, overrides: pick.overrides.select { |name, _| decided(plan, name) })
      end

      # The Target of what is decided by a name, here or in a component; nil where there is none.
      def self.decided(plan, name)
        plan.symbols.decided(name) || (plan.inlet(Name.read(name))&.target if plan.placed.all.any?)
      end
      private_class_method :decided

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
