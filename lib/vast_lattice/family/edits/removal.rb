# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Takes out of a family what speaks of things that go: effects of rules, columns of tables and of rule tables, memberships
      # in alternatives, overrides, what they opt out of. Formulas that speak of them are left, so that the plan can say where.
      module Removal
        # Without features and parts of these names.
        def self.without(family, names)
          gone = names.map(&:downcase)
          of(family) { |target| gone.include?(Name.read(target).first.downcase) }
        end

        # Without those of which the block says so, by their paths.
        def self.of(family, &mine)
          of_deciders(family, &mine).with(opt_outs: family.opt_outs.reject { |own| mine.call(own.subject) },
                                          allowances: family.allowances.reject { |own| mine.call(own.one) || mine.call(own.other) },
                                          drawing_sheets: family.drawing_sheets.map { |sheet| sheet.without(&mine) },
                                          alternatives: family.alternatives.filter_map { |group| group(group, mine) })
        end

        # The same of what decides them alone.
        def self.of_deciders(family, &mine)
          family.with(tables: family.tables.map { |table| columns(table, mine) }, rules: family.rules.map { |rule| effects(rule, mine) },
                      rule_tables: family.rule_tables.filter_map { |table| outputs(table, mine) },
                      overrides: family.overrides.reject { |own| mine.call(own.target) })
        end

        def self.columns(table, mine)
          return table unless table.columns.any? { |column| mine.call(column.target) }

          table.with(columns: table.columns.reject { |column| mine.call(column.target) },
                     rows: table.rows.map { |row| row.with(cells: row.cells.reject { |target, _| mine.call(target) }) })
        end
        private_class_method :columns

        # The message of a forbid or warn is no name.
        def self.effects(rule, mine)
          rule.with_effects { |list| list.reject { |effect| !effect.message? && mine.call(effect.target) } }
        end
        private_class_method :effects

        # A rule table without outputs is none.
        def self.outputs(table, mine)
          kept = table.columns.each_with_index.reject { |output, _| output.named? && mine.call(output.target) }.map(&:last)
          return table if kept.size == table.outputs.size

          table.picked(kept) if kept.any?
        end
        private_class_method :outputs

        # One feature alone is no choice.
        def self.group(group, mine)
          rest = group.features.reject(&mine)
          rest.size < 2 ? nil : group.with(features: rest)
        end
        private_class_method :group
      end
    end
  end
end
