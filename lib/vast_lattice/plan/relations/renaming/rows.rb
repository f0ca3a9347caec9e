# frozen_string_literal: true

module VastLattice
  class Plan
    class Renaming
      # Lets new names of rows follow in a family that uses theirs: in formulas, in the rows that components are given, in effects
      # that pick a row, and in cells of tables.
      class Rows
        # +names+ is {old => new} of the rows of a table; the block tells whether a component is of its family.
        def initialize(plan, table, names, &mine)
          @plan = plan
          @table = table
          @names = names
          @mine = mine
        end

        # The family that uses it, with the new names.
        def followed(family)
          found = paths_to_rows(@plan)
          renamed = found.reduce(family) { |changed, path| Family::Edits::RowNames.followed(changed, path.to_s, @names) }
          components = renamed.components.map { |component| picked(component, found) }
          rules = renamed.rules.map { |rule| setting(rule, found) }
          tables = renamed.tables.map { |table| cells(table, found) }
          renamed.with(components: components, rules: rules, tables: tables)
        end

        private

        # Names of the picked row of the table, in every component of the family.
        def paths_to_rows(plan)
          plan.placed.all.flat_map do |one|
            own = @mine.call(one.component) ? [Name.of(one.name, @table, 'row')] : []
            own + (one.plan ? paths_to_rows(one.plan).map { |path| Name.of(one.name, *path.segments) } : [])
          end
        end

        # The rows that a component is given: of its own family, and of what is in it on any level.
        def picked(component, paths)
          rows = component.rows.to_h do |table, text|
            [table, @mine.call(component) && table.casecmp?(@table) ? named_row(text) : text]
          end
          values = component.values.to_h do |path, text|
            own = Name.of(component.name, *Name.read(path).segments)
            [path, paths.any? { |row| row.key == own.key } ? named_row(text) : text]
          end
          component.with(rows: rows, values: values)
        end

        # A text that names a row, or a formula after = that gives one.
        def named_row(text)
          return Formula::Rewrite.texts(text[1..]) { |row| @names[row] }.prepend('=') if text.start_with?('=')

          @names.find { |old, _| old.casecmp?(text.strip) }&.last || text
        end

        # Effects that pick a row.
        def setting(rule, paths)
          rule.with_effects do |effects|
            effects.map do |effect|
              next effect unless effect.kind == 'set' && paths.any? { |path| path.key == effect.target.downcase }

              effect.with(arguments: effect.arguments.merge('to' => named_row(effect.arguments['to'].to_s)))
            end
          end
        end

        def cells(table, paths)
          targets = table.columns.map(&:target).select { |target| paths.any? { |path| path.key == target.downcase } }
          return table if targets.empty?

          table.with(rows: table.rows.map do |row|
            row.with(cells: row.cells.merge(row.cells.slice(*targets).transform_values { |text| named_row(text.to_s) }))
          end)
        end
      end
    end
  end
end
