# frozen_string_literal: true

module VastLattice
  class Plan
    # Reads one variant table. Equal texts of a column are read once, so that long tables stay quick.
    class TableBinder
      def initialize(table, index, reader)
        @table = table
        @index = index
        @reader = reader
        @path = ['tables', table.name]
      end

      # Returns a Bound::Table.
      def bind
        check_rows
        deciding, properties = @table.columns.partition { |column| !column.property? }
        columns = deciding.filter_map { |column| bind_column(column) }
        properties.each { |column| check_property(column) }
        check_doubled(columns)
        numbers = @table.rows.each_with_index.to_h { |row, index| [row.name.downcase, index] }
        Bound::Table.new(index: @index, table: @table, columns: columns, row_numbers: numbers)
      end

      private

      def place(*path) = Place.at(*@path, *path)

      def bind_column(column)
        among = @reader.symbols.column_names
        target = @reader.target(column.target, place('columns'), among: among) or return
        unit = unit_of(column, target)
        known = {}
        cells = @table.rows.map do |row|
          text = row.cell(column.target) or next
          known.fetch(text) { known[text] = @reader.entry(text, target, cell_place(row, column), unit: unit) }
        end
        Bound::Column.new(table: @index, target: target, column: column, cells: cells,
                          formulas: known.values.compact.reject(&:constant?))
      end

      # A property is checked like any other column, though nothing in the plan needs its cells.
      def check_property(column)
        type, unit = @reader.symbols.column_type(column)
        Units[column.unit.to_s]
        @table.rows.each do |row|
          text = row.cell(column.target)
          @reader.entry_of(text, type, unit, cell_place(row, column)) if text
        end
      rescue Units::Error => e
        @reader.error(:unknown_unit, e.message, place('columns'), e.remedy)
      end

      def cell_place(row, column) = place('rows', row.name, 'cells', column.target)

      def unit_of(column, target)
        return target.unit unless column.unit

        unit = Units[column.unit]
        return unit if target.type.number? && unit.dimension == target.type.dimension

        @reader.error(:dimension, "The column #{column.target} is in #{column.unit}, but #{target.name} is #{target.type}.",
                      place('columns'), 'Choose a unit of that kind.')
        target.unit
      rescue Units::Error => e
        @reader.error(:unknown_unit, e.message, place('columns'), e.remedy)
        target.unit
      end

      def check_rows
        seen = {}
        targets = @table.columns.map(&:target)
        @table.rows.each do |row|
          key = row.name.downcase
          @reader.error(:duplicate_name, "The row #{row.name} stands here twice.", place('rows', row.name), 'Rename one.') if seen[key]
          seen[key] = true
          check_cells(row, targets)
        end
        check_default
      end

      def check_cells(row, targets)
        (row.cells.keys - targets).each do |stray|
          @reader.error(:unknown_name, "The table has no column \"#{stray}\".", cell_place(row, Family::Column.new(target: stray)),
                        Nearest.remedy(stray, targets, kind: 'column'))
        end
      end

      def check_default
        return if @table.default_row.nil? || @table.row(@table.default_row)

        @reader.error(:unknown_name, "The default row #{@table.default_row} does not exist.", place('default_row'),
                      Nearest.remedy(@table.default_row, @table.rows.map(&:name), kind: 'row'))
      end

      def check_doubled(columns)
        doubled = columns.group_by { |column| column.target.index }.values.find { |same| same.size > 1 } or return
        @reader.error(:decided_twice, "The column #{doubled.first.target.name} stands here twice.", place('columns'), 'Remove one.')
      end
    end
  end
end
