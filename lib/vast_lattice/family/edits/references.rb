# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # What refers to names outside formulas.
      module References
        # What refers to a name outside formulas: columns with their cells, effects, fields of forms,
        # views and dimensions of drawing sheets.
        def self.map(family, &change)
          family.with(**of_deciders(family, &change),
                      forms: family.forms.map { |form| rename_fields(form, &change) },
                      drawing_sheets: family.drawing_sheets.map { |sheet| sheet.map_names(&change) })
        end

        def self.of_deciders(family, &change)
          { tables: family.tables.map { |table| rename_columns(table, &change) },
            rules: family.rules.map { |rule| rename_effects(rule, &change) },
            rule_tables: family.rule_tables.map { |table| rename_outputs(table, &change) },
            overrides: family.overrides.map { |own| own.renamed(change.call(own.target)) },
            opt_outs: family.opt_outs.map { |own| own.subject.empty? ? own : own.renamed(change.call(own.subject)) },
            allowances: family.allowances.map { |own| own.map(&change) } }
        end
        private_class_method :of_deciders

        # A property that happens to be called the same is something else.
        def self.rename_columns(table)
          names = table.columns.to_h { |column| [column.target, column.property? ? column.target : yield(column.target)] }
          table.with(columns: table.columns.map { |column| column.with(target: names[column.target]) },
                     rows: table.rows.map { |row| row.with(cells: row.cells.transform_keys { |key| names.fetch(key, key) }) })
        end
        private_class_method :rename_columns

        # The message of a forbid or warn is no name.
        def self.rename_effects(rule)
          rule.with_effects do |effects|
            effects.map { |effect| effect.message? ? effect : effect.with(target: yield(effect.target)) }
          end
        end
        private_class_method :rename_effects

        def self.rename_outputs(table)
          columns = table.columns.map { |output| output.named? ? output.with(target: yield(output.target)) : output }
          columns == table.columns ? table : table.with(outputs: columns.map(&:to_s))
        end
        private_class_method :rename_outputs

        # Fields that ask for nothing have no name to follow.
        def self.rename_fields(form, &block)
          form.map_fields do |field|
            field.with(ask: field.asks? ? yield(field.ask) : '', sets: field.sets.transform_keys(&block))
          end
        end
        private_class_method :rename_fields
      end
    end
  end
end
