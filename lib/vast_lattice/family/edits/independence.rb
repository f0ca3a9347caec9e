# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Makes a twin independent without changing the product: from then on it has all that decides its original for its own, what it
      # is given and what columns of tables, rules, rule tables and overrides say of the original's insides.
      class Independence
        # The family in which a Component is its own.
        def self.of(family, component)
          original = component.twin? ? family.component(component.twin) : nil
          return family.with(components: replaced(family, component.with(twin: ''))) unless original

          new(family, component, original).made
        end

        def self.replaced(family, component) = family.components.map { |own| own.name == component.name ? component : own }

        def initialize(family, twin, original)
          @family = family
          @twin = twin
          @original = original
        end

        def made
          own = @twin.with(twin: '', rows: @original.rows, values: @original.values)
          @family.with(components: self.class.replaced(@family, own), tables: @family.tables.map { |table| table(table) },
                       rules: @family.rules.map { |rule| rule.with_effects { |list| effects(list) } },
                       rule_tables: @family.rule_tables.map { |table| rule_table(table) },
                       overrides: @family.overrides.flat_map { |one| [one, *overridden(one)] })
        end

        private

        # What a path into the original is of the twin, or nil.
        def twin_of(target)
          Name.of(@twin.name, *Name.read(target).segments.drop(1)).to_s if Twins.inside?(target, [@original.name])
        end

        def overridden(one) = twin_of(one.target)&.then { |target| one.renamed(target) }

        def table(table)
          more = table.columns.reject { |column| column.property? || twin_of(column.target).nil? }
          return table if more.empty?

          names = more.map(&:target)
          rows = table.rows.map { |row| row.with(cells: row.cells.merge(row.cells.slice(*names).transform_keys { |name| twin_of(name) })) }
          table.with(columns: table.columns + more.map { |column| column.with(target: twin_of(column.target)) }, rows: rows)
        end

        # One column more for each of the original's, with the same values, ranked alike.
        def rule_table(table)
          outputs = table.columns
          places = outputs.each_index.select { |at| outputs[at].named? && twin_of(outputs[at].target) }
          return table if places.empty?

          made = table.picked([*outputs.each_index, *places])
          more = outputs.values_at(*places).map { |output| output.with(target: twin_of(output.target)).to_s }
          made.with(outputs: table.outputs + more)
        end

        def effects(list)
          list.flat_map do |effect|
            target = twin_of(effect.target) unless effect.message?
            target ? [effect, effect.with(target: target)] : [effect]
          end
        end
      end
    end
  end
end
