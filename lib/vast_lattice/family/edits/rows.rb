# frozen_string_literal: true

module VastLattice
  class Family
    module Edits
      # Edits of the rows of variant tables.
      module Rows
        # Most rows that one edit copies.
        MOST = 5000

        # Adds a row: at the end or after another; a copy of +like+ if named.
        def self.add_row(family, table:, name:, like: nil, after: nil)
          on(family, table) do |found|
            row = Family::Row.new(name: fresh(found.rows, name), cells: like ? Edits.find(found.rows, like, 'row').cells : {})
            found.with(rows: put(found.rows, [row], after))
          end
        end

        # Adds rows in plain form, at the end or after another.
        def self.add_rows(family, table:, added:, after: nil)
          on(family, table) do |found|
            rows = added.map { |tree| Family::Row.from_tree(tree.merge('name' => Edits.checked_title(tree['name'], 'row'))) }
            changed = put(found.rows, rows, after)
            refuse_doubled(changed)
            found.with(rows: changed)
          end
        end

        def self.refuse_copies
          raise Error.new(Wording[:that_is_no_number_of_copies], remedy: Wording[:make_at_most_so_many_rows, most: MOST])
        end
        private_class_method :refuse_copies

        # Copies rows, each after itself; +times+ as often. Copies are numbered: "A 2", "A 3".
        def self.duplicate_rows(family, table:, rows:, times: 1)
          times = Integer(times.to_s, 10, exception: false).to_i
          refuse_copies unless (times * rows.size).between?(1, MOST)

          on(family, table) do |found|
            copied = named(found, rows)
            taken = found.rows.to_h { |row| [row.name.downcase, true] }
            found.with(rows: found.rows.flat_map { |row| copied[row.name] ? [row, *copies(row, times, taken)] : [row] })
          end
        end

        # Removes rows.
        def self.remove_rows(family, table:, rows:)
          on(family, table) do |found|
            gone = named(found, rows)
            found.with(rows: found.rows.reject { |row| gone[row.name] }, default_row: gone[found.default_row] ? nil : found.default_row)
          end
        end

        # Moves rows, in the order of the table, before another; without one, to the end.
        def self.move_rows(family, table:, rows:, before: nil)
          on(family, table) do |found|
            names = named(found, rows)
            moved, others = found.rows.partition { |row| names[row.name] }
            at = before ? others.index(Edits.find(others, before, 'row')) : others.size
            found.with(rows: others.insert(at, *moved))
          end
        end

        # Renames a row.
        def self.rename_row(family, table:, row:, name:) = rename_rows(family, table: table, names: [{ 'row' => row, 'name' => name }])

        # Renames many rows at once: a list of row and name. Names may change places.
        def self.rename_rows(family, table:, names:)
          found = Edits.find(family.tables, table, 'table')
          old = Edits.find_all(found.rows, names.map { |pair| pair['row'] }, 'row')
          to = old.zip(names).to_h { |row, pair| [row.name, Edits.checked_title(pair['name'], 'row')] }
          rows = found.rows.map { |row| to.key?(row.name) ? row.with(name: to[row.name]) : row }
          refuse_doubled(rows)
          renamed = on(family, table) { |own| own.with(rows: rows, default_row: to.fetch(own.default_row, own.default_row)) }
          RowNames.followed(renamed, "#{found.name}.row", to)
        end

        # Makes a row the one used when none is picked.
        def self.set_default_row(family, table:, row:)
          on(family, table) { |found| found.with(default_row: Edits.find(found.rows, row, 'row').name) }
        end

        def self.on(family, table, &)
          family.with(tables: Edits.change(family.tables, table, 'table', &))
        end
        private_class_method :on

        # Their names as they are written in the table, for looking up.
        def self.named(table, names) = Edits.find_all(table.rows, names, 'row').to_h { |row| [row.name, true] }
        private_class_method :named

        def self.put(rows, added, after)
          at = after ? rows.index(Edits.find(rows, after, 'row')) + 1 : rows.size
          [*rows.take(at), *added, *rows.drop(at)]
        end
        private_class_method :put

        def self.copies(row, times, taken)
          # A number at the end is that of a copy only where what was copied is there: "CP 125" is no copy of "CP".
          stripped = row.name.sub(/ \d+\z/, '')
          base = (taken[stripped.downcase] ? stripped : row.name)[0, 110]
          Array.new(times) do
            number = (2..).find { |at| !taken["#{base} #{at}".downcase] }
            taken["#{base} #{number}".downcase] = true
            row.with(name: "#{base} #{number}")
          end
        end
        private_class_method :copies

        def self.fresh(rows, name)
          name = Edits.checked_title(name, 'row')
          refuse_doubled([*rows, Family::Row.new(name: name)])
          name
        end
        private_class_method :fresh

        def self.refuse_doubled(rows)
          seen = {}
          rows.each do |row|
            key = row.name.downcase
            raise Error.new(Wording[:there_is_a_row_name_already, name: row.name], remedy: Wording[:choose_another_name]) if seen[key]

            seen[key] = true
          end
        end
        private_class_method :refuse_doubled
      end
    end
  end
end
