# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Edits of variant tables.
      module Tables
        # Adds an empty table.
        def self.add_table(family, name:, columns: [])
          raise Error.new("There is a table #{name} already.", remedy: 'Choose another name.') if family.table(name)

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
            cells.each { |cell| Edits.find(found.rows, cell['row'], 'row') }
            by_row = cells.group_by { |cell| cell['row'].downcase }
            found.with(rows: found.rows.map { |row| fill(found, row, by_row.fetch(row.name.downcase, [])) })
          end
        end

        # Fills a column with a series (Family::Series): in the named rows, or in all from +from+ on. +first+ and
        # +step+ are plain numbers in the unit of the column.
        def self.fill_series(family, table:, column:, kind:, first:, step: nil, from: nil)
          unless Series::KINDS.include?(kind)
            raise Error.new("There is no series \"#{kind}\".", remedy: Nearest.remedy(kind, Series::KINDS, kind: 'series'))
          end

          rows = Edits.find(family.tables, table, 'table').rows
          rows = rows.drop(rows.index(Edits.find(rows, from, 'row'))) if from
          numbers = Series.numbers(kind, first: positive(first, 'first number'), count: rows.size,
                                         step: Series::PREFERRED.key?(kind) ? nil : positive(step, 'step'))
          cells = rows.zip(numbers).map { |row, number| { 'row' => row.name, 'column' => column, 'text' => Units::Format.number(number) } }
          set_cells(family, table: table, cells: cells)
        end

        def self.positive(text, what)
          number = Float(text.to_s, exception: false)
          return number if number&.positive? && number.finite?

          raise Error.new("The #{what} of the series is #{text.inspect}.", remedy: 'It must be a number above zero.')
        end
        private_class_method :positive

        # Adds a row: at the end or after another; a copy of +like+ if named.
        def self.add_row(family, table:, name:, like: nil, after: nil)
          on(family, table) do |found|
            row = Row.new(name: fresh(found, name), cells: like ? Edits.find(found.rows, like, 'row').cells : {})
            at = after ? found.rows.index(Edits.find(found.rows, after, 'row')) + 1 : found.rows.size
            found.with(rows: [*found.rows.take(at), row, *found.rows.drop(at)])
          end
        end

        # Removes rows.
        def self.remove_rows(family, table:, rows:)
          on(family, table) do |found|
            gone = rows.map { |name| Edits.find(found.rows, name, 'row') }
            default = gone.any? { |row| row.name == found.default_row } ? nil : found.default_row
            found.with(rows: found.rows - gone, default_row: default)
          end
        end

        # Renames a row.
        def self.rename_row(family, table:, row:, name:)
          on(family, table) do |found|
            old = Edits.find(found.rows, row, 'row')
            name = old.name.casecmp?(name.to_s.strip) ? name.strip : fresh(found, name)
            default = found.default_row == old.name ? name : found.default_row
            found.with(default_row: default, rows: found.rows.map { |other| other.equal?(old) ? old.with(name: name) : other })
          end
        end

        # Makes a row the one used when none is picked.
        def self.set_default_row(family, table:, row:)
          on(family, table) { |found| found.with(default_row: Edits.find(found.rows, row, 'row').name) }
        end

        # Adds a column for a parameter or a state.
        def self.add_column(family, table:, target:, unit: nil)
          on(family, table) do |found|
            raise Error.new("There is a column #{target} already.", remedy: 'Choose another.') if found.column(target)

            found.with(columns: [*found.columns, Column.new(target: target, unit: unit)])
          end
        end

        # Removes a column with its cells.
        def self.remove_column(family, table:, target:)
          on(family, table) do |found|
            column = found.column(target) || raise(Error, "There is no column #{target}.")
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
          return row if cells.empty?

          typed = cells.to_h do |cell|
            column = table.column(cell['column']) ||
                     raise(Error.new("There is no column \"#{cell['column']}\".",
                                     remedy: Nearest.remedy(cell['column'].to_s, table.columns.map(&:target), kind: 'column')))
            [column.target, cell['text'].to_s.strip]
          end
          row.with(cells: row.cells.merge(typed).reject { |_, text| text.empty? })
        end
        private_class_method :fill

        def self.fresh(table, name)
          name = Edits.checked_title(name, 'row')
          raise Error.new("There is a row #{name} already.", remedy: 'Choose another name.') if table.row(name)

          name
        end
        private_class_method :fresh
      end
    end
  end
end
