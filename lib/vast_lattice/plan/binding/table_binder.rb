# frozen_string_literal: true

module VastLattice
  class Plan
    # Reads one variant table. A cell that cannot be read is a fault of its row and counts as open; everything else
    # that is wrong is an error of the family. Long tables stay quick: equal texts of a column are read once, and what
    # the plan before has read of the same cells is taken over.
    class TableBinder
      LIMITS = %i[least most step].freeze

      # +known+ is the Bound::Table of this table in an earlier plan, if there is one; +same_names+ tells whether that
      # plan had the same parameters.
      def initialize(table, index, reader, known: nil, same_names: false)
        @table = table
        @index = index
        @reader = reader
        @path = ['tables', table.name]
        @known = known
        @same_names = same_names
        @faults = {}
      end

      # Returns a Bound::Table.
      def bind
        find_origins
        check_rows
        deciding, properties = @table.columns.partition { |column| !column.property? }
        columns = deciding.filter_map { |column| bind_column(column) }
        properties.each { |column| check_property(column) }
        check_doubled(columns)
        numbers = @table.rows.each_with_index.to_h { |row, index| [row.name.downcase, index] }
        Bound::Table.new(index: @index, table: @table, columns: columns, row_numbers: numbers, faults: @faults)
      end

      private

      def place(*path) = Place.at(*@path, *path)

      # By row its number in the earlier table, nil where it is new or changed.
      def find_origins
        rows = {}.compare_by_identity
        @known&.table&.rows&.each_with_index { |row, index| rows[row] = index }
        @origins = @table.rows.map { |row| rows[row] }
        @moved = @origins.each_index.reject { |row| @origins[row] == row }
      end

      def bind_column(column)
        among = @reader.symbols.column_names
        target = @reader.target(column.target, place('columns', column.target), among: among) or return
        unit = unit_of(column, target)
        earlier = earlier(column, target, unit)
        return earlier if earlier && unchanged?(earlier, target, column)

        cells = read(column, earlier&.cells) { |text| Entry.read(text, type: target.type, unit: unit, scope: @reader.symbols.scope) }
        Bound::Column.new(table: @index, target: target, column: column, unit: unit, limits: limits(column, target, unit),
                          **Bound::Column.sorted(cells))
      end

      # Typed least, most and step of an open column.
      def limits(column, target, unit)
        given = LIMITS.to_h { |name| [name, column.public_send(name).to_s] }.reject { |_, text| text.strip.empty? }
        return {} if given.empty?
        return {} unless checked_open(column, target)

        given.to_h { |name, text| [name, @reader.entry(text, target, place('columns', column.target, name), unit: unit)] }.compact
      end

      def checked_open(column, target)
        return true if column.open && target.type.number?

        words = column.open ? "#{target.name} is #{target.type}" : 'the column is not open'
        @reader.error(:not_open, Wording[:the_column_target_has_limits_but_words, target: column.target, words: words],
                      place('columns', column.target), Wording[:only_open_columns_of_numbers_have_limits])
      end

      # The column of the earlier plan, if its plain values would be read the same way now.
      def earlier(column, target, unit)
        found = @known&.columns&.find { |bound| bound.column.target == column.target } or return
        found if found.target.type == target.type && found.unit == unit && (@same_names || !target.type.boolean?)
      end

      # Whether a column is wholly what it was: nothing moved, its own cells are the same plain values.
      def unchanged?(earlier, target, column)
        before = @known.table.rows
        return false unless earlier.plain && earlier.limits.empty? && earlier.table == @index && before.size == @table.rows.size &&
                            earlier.column == column && earlier.target == target && !faulty?(column)

        @moved.none? { |row| before[row].nil? || before[row].cells[column.target] != @table.rows[row].cells[column.target] }
      end

      def faulty?(column) = @known.faults.each_value.any? { |found| found.any? { |finding| finding.place.path.last == column.target } }

      # Typed cells by row: those of +earlier+ that are plain values, the others as the block reads them.
      def read(column, earlier)
        known = {}
        @table.rows.each_with_index.map do |row, index|
          origin = earlier && @origins[index]
          before = origin && earlier[origin]
          next before if before&.literal?

          text = row.cell(column.target) or next
          known[text] = attempt(text) { yield text } unless known.key?(text)
          found = known[text]
          found.is_a?(Formula::Error) ? fault(found, index, row, column) : found
        end
      end

      def attempt(_text)
        yield
      rescue Formula::Error => e
        e
      end

      def fault(error, index, row, column)
        finding = Finding.new(code: error.code, level: :error, wording: error.wording, advice: error.advice,
                              place: cell_place(row, column).with(span: error.span))
        (@faults[index] ||= []) << finding
        @reader.findings << finding
        nil
      end

      # A property is checked like any other column, though nothing in the plan needs its cells.
      def check_property(column)
        type, unit = @reader.symbols.column_type(column)
        Units[column.unit.to_s]
        return check_units(column) if column.kind == 'display_unit'

        read(column, nil) { |text| Entry.read(text, type: type, unit: unit, scope: @reader.symbols.scope) }
      rescue Units::Error => e
        @reader.error(:unknown_unit, e.wording, place('columns', column.target, 'unit'), e.advice)
      end

      def check_units(column)
        @table.rows.each do |row|
          text = row.cell(column.target).to_s
          Units[text] unless text.empty?
        rescue Units::Error => e
          @reader.error(:unknown_unit, e.wording, cell_place(row, column), e.advice)
        end
      end

      def cell_place(row, column) = place('rows', row.name, 'cells', column.target)

      def unit_of(column, target)
        return target.unit unless column.unit

        unit = Units[column.unit]
        return unit if target.type.number? && unit.dimension == target.type.dimension

        @reader.error(:dimension,
                      Wording[:the_column_is_in_another_unit,
                              column: column.target, unit: column.unit, target: target.name, type: target.type],
                      place('columns', column.target, 'unit'), Wording[:choose_a_unit_of_that_kind])
        target.unit
      rescue Units::Error => e
        @reader.error(:unknown_unit, e.wording, place('columns', column.target, 'unit'), e.advice)
        target.unit
      end

      def check_rows
        seen = {}
        targets = @table.columns.to_h { |column| [column.target, true] }
        @table.rows.each do |row|
          key = row.name.downcase
          if seen[key]
            @reader.error(:duplicate_name, Wording[:the_row_row_stands_here_twice, row: row.name], place('rows', row.name),
                          Wording[:rename_one])
          end
          seen[key] = true
        end
        rows = same_columns? ? @moved.map { |index| @table.rows[index] } : @table.rows
        rows.each { |row| check_cells(row, targets) }
        check_default
      end

      def same_columns? = @known && @known.table.columns.equal?(@table.columns)

      def check_cells(row, targets)
        row.cells.each_key do |stray|
          next if targets.key?(stray)

          @reader.missing(stray, Wording[:the_table_has_no_column_stray, stray: stray], place('rows', row.name, 'columns', stray),
                          targets.keys, kind: 'column')
        end
      end

      def check_default
        return if @table.default_row.nil? || @table.row(@table.default_row)

        @reader.missing(@table.default_row, Wording[:the_default_row_default_row_does_not, default_row: @table.default_row],
                        place('default_row'), @table.rows.map(&:name), kind: 'row')
      end

      def check_doubled(columns)
        doubled = columns.group_by { |column| column.target.index }.values.find { |same| same.size > 1 } or return
        @reader.error(:decided_twice, Wording[:the_column_target_stands_here_twice, target: doubled.first.target.name],
                      place('columns', doubled.first.column.target), Wording[:remove_one])
      end
    end
  end
end
