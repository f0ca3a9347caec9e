# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Edits of variant tables, their columns and cells.
      module Tables
        # The columns by which a state is settled.
        STATE_COLUMNS = { 'built' => %w[built], 'suppressed' => %w[built], 'shown' => %w[shown], 'hidden' => %w[shown],
                          'open' => %w[built shown] }.freeze

        # Adds an empty table.
        def self.add_table(family, name:, columns: [])
          raise Error.new(Wording[:there_is_a_table_name_already, name: name], remedy: Wording[:choose_another_name]) if family.table(name)

          table = Table.new(name: Edits.checked_name(name), columns: columns.map { |target| Column.new(target: target) })
          family.with(tables: [*family.tables, table])
        end

        # Removes a table with its rows.
        def self.remove_table(family, table:) = family.with(tables: Edits.drop(family.tables, table, 'table'))

        # Types a text into one cell; an empty text leaves the cell open.
        def self.set_cell(family, table:, row:, column:, text:)
          set_cells(family, table: table, cells: [{ 'row' => row, 'column' => column, 'text' => text }])
        end

        # Types many cells in one go: a list of row, column, text.
        def self.set_cells(family, table:, cells:)
          on(family, table) do |found|
            by_row = cells.group_by { |cell| cell['row'].downcase }
            rows = found.rows.map { |row| by_row.key?(row.name.downcase) ? fill(found, row, by_row.delete(row.name.downcase)) : row }
            by_row.each_value { |stray| Edits.find(found.rows, stray.first['row'], 'row') }
            found.with(rows: rows)
          end
        end

        # Fills a column with a series (Family::Series): in the named +rows+, in their order; without any, in all from
        # +from+ on. +first+ and +step+ are plain numbers in the unit of the column, or in +unit+, which is written behind them then.
        def self.fill_series(family, table:, column:, kind:, first:, step: nil, from: nil, rows: nil, unit: '')
          all = Edits.find(family.tables, table, 'table').rows
          filled = if rows
                     Edits.find_all(all, rows, 'row')
                   else
                     all.drop(from ? all.index(Edits.find(all, from, 'row')) : 0)
                   end
          numbers = Series.checked(kind, first: first, count: filled.size, step: step)
          cells = filled.zip(numbers).map { |row, number| { 'row' => row.name, 'column' => column, 'text' => "#{Units::Format.number(number)} #{unit}".strip } }
          set_cells(family, table: table, cells: cells)
        end

        # Adds a column for a parameter, a state, a material or a colour; with a +kind+, a property of that kind.
        def self.add_column(family, table:, target:, unit: nil, kind: nil)
          on(family, table) do |found|
            if found.column(target)
              raise Error.new(Wording[:there_is_a_column_name_already, name: target], remedy: Wording[:choose_another])
            end

            target = Edits.checked_name(target) if kind
            found.with(columns: [*found.columns, Column.new(target: target, unit: unit, kind: kind)])
          end
        end

        # Changes a column: +field+ is unit, label, key, open, least, most or step; an empty text clears it.
        def self.set_column(family, table:, target:, field:, text:)
          known = Column.fields.keys.map(&:to_s) - %w[target kind]
          unless known.include?(field)
            raise Error.new(Wording[:a_column_has_no_field, field: field], remedy: Nearest.remedy(field, known, kind: 'field'))
          end

          on(family, table) do |found|
            column = column(found, target)
            tree = column.to_tree.merge(field => text.to_s.strip.empty? ? nil : text.to_s.strip)
            tree = tree.except('least', 'most', 'step') if field == 'open' && YesNo.boolean(text) != true
            found.with(columns: found.columns.map { |other| other.equal?(column) ? Column.from_tree(tree) : other })
          end
        end

        # Puts a column before another; without one, at the end.
        def self.move_column(family, table:, target:, before: nil)
          on(family, table) do |found|
            moved = column(found, target)
            others = found.columns - [moved]
            at = before ? others.index(column(found, before)) : nil
            found.with(columns: others.insert(at || others.size, moved))
          end
        end

        # Settles the states of features or parts in some rows: +state+ is built, suppressed, shown, hidden, or open (the
        # next decider decides). Columns that are missing are added.
        def self.set_states(family, table:, rows:, features:, state:)
          unless STATE_COLUMNS.key?(state)
            raise Error.new(Wording[:there_is_no_state_state, state: state],
                            remedy: Nearest.remedy(state, STATE_COLUMNS.keys, kind: 'state'))
          end

          present = Edits.find(family.tables, table, 'table')
          targets = features.flat_map { |name| STATE_COLUMNS[state].map { |kind| "#{name}.#{kind}" } }
          targets = targets.select { |target| present.column(target) } if state == 'open'
          added = targets.reject { |target| present.column(target) }
          family = added.reduce(family) { |changed, target| add_column(changed, table: table, target: target) }
          text = state == 'open' ? '' : state
          set_cells(family, table: table, cells: rows.product(targets).map do |row, target|
            { 'row' => row, 'column' => target, 'text' => text }
          end)
        end

        # Sets a pattern of part numbers, descriptions or the like; an empty one is removed.
        def self.set_pattern(family, name:, text:)
          name = Edits.checked_name(name)
          known = family.patterns.keys.find { |other| other.casecmp?(name) } || name
          family.with(patterns: text.to_s.strip.empty? ? family.patterns.except(known) : family.patterns.merge(known => text.to_s.strip))
        end

        # Removes a column with its cells.
        def self.remove_column(family, table:, target:)
          on(family, table) do |found|
            column = column(found, target)
            found.with(columns: found.columns - [column],
                       rows: found.rows.map { |row| row.with(cells: row.cells.except(column.target)) })
          end
        end

        # Replaces columns and rows as a whole, given in plain form (an accepted import).
        def self.replace_table(family, table:, columns:, rows:)
          on(family, table) do |found|
            names = rows.map { |row| row['name'] }
            default = names.include?(found.default_row) ? found.default_row : nil
            found.with(columns: columns.map { |tree| Column.from_tree(tree) }, rows: rows.map { |tree| Row.from_tree(tree) },
                       default_row: default)
          end
        end

        def self.on(family, table, &)
          family.with(tables: Edits.change(family.tables, table, 'table', &))
        end
        private_class_method :on

        def self.fill(table, row, cells)
          typed = cells.to_h { |cell| [column(table, cell['column']).target, cell['text'].to_s.strip] }
          row.with(cells: row.cells.merge(typed).reject { |_, text| text.empty? })
        end
        private_class_method :fill

        def self.column(table, target)
          table.column(target) ||
            raise(Error.new(Wording[:there_is_no_column_target, target: target],
                            remedy: Nearest.remedy(target.to_s, table.columns.map(&:target), kind: 'column')))
        end
        private_class_method :column
      end
    end
  end
end
