# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Takes out what decides the insides of components that become twins: from then on that is decided at their original.
      class TwinInsides
        # The family without it; rules that did nothing else go.
        def self.without(family, names) = new(names).without(family)

        # Whether a path leads into one of the components of these +names+, beyond their own states.
        def self.inside?(target, names)
          first, *rest = Name.read(target.to_s).segments
          rest.any? && names.any? { |name| name.casecmp?(first) } && !(rest.one? && OWN.include?(rest.first.downcase))
        end

        # States of a component itself, which a twin has of its own.
        OWN = %w[built shown].freeze
        private_constant :OWN

        def initialize(names)
          @names = names
        end

        def without(family)
          family.with(tables: family.tables.map { |table| table(table) }, rules: family.rules.filter_map { |rule| rule(rule) },
                      rule_tables: family.rule_tables.filter_map { |table| rule_table(table) },
                      overrides: family.overrides.reject { |one| inside?(one.target) })
        end

        private

        def inside?(target) = self.class.inside?(target, @names)

        def table(table)
          gone = table.columns.reject(&:property?).map(&:target).select { |target| inside?(target) }
          return table if gone.empty?

          table.with(columns: table.columns.reject { |column| gone.include?(column.target) },
                     rows: table.rows.map { |row| row.with(cells: row.cells.except(*gone)) })
        end

        def rule(rule)
          branches = rule.branches.map { |branch| branch.with(effects: left(branch.effects)) }
          made = rule.with(branches: branches, otherwise: left(rule.otherwise))
          made if made == rule || made.otherwise.any? || branches.any? { |branch| branch.effects.any? }
        end

        def left(effects) = effects.reject { |effect| !effect.message? && inside?(effect.target) }

        def rule_table(table)
          outputs = table.columns
          kept = outputs.each_index.reject { |at| outputs[at].named? && inside?(outputs[at].target) }
          return table if kept.size == outputs.size
          return if kept.empty?

          table.with(outputs: table.outputs.values_at(*kept), priorities: priorities(table, outputs, kept),
                     rows: table.rows.map { |row| row.with(values: row.values.values_at(*kept)) })
        end

        def priorities(table, outputs, kept)
          set = outputs.each_index.select { |at| outputs[at].sets? }
          lists = set.zip(table.priorities_by_output).filter_map { |at, list| list.to_a if kept.include?(at) }
          lists.drop(1).any?(&:any?) ? lists : lists.first.to_a
        end
      end
    end
  end
end
