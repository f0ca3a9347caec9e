# frozen_string_literal: true

module VastLattice
  class Plan
    # The columns of tables as lists for formulas ("bolts.length"). Each is read when a formula first names
    # it; its cells must be plain values, because a list is the same for every pick.
    class ColumnLists
      # The block gives the Type and the Unit of a Family::Column.
      def initialize(family, &type_of)
        @family = family
        @type_of = type_of
        @found = {}
        @keyed = {}
      end

      # The values of every list named so far, by index: Formula::KeyLists.
      def values = @found.values.map { |list| @keyed[list.name] ||= Formula::KeyList.new(list.values) }

      # Every "table.column".
      def names = @family.tables.flat_map { |table| table.columns.map { |column| Name.of(table.name, column.target).to_s } }

      # The Formula::ColumnList of a Name, TABLE.COLUMN, or nil when there is no such column. Raises Formula::Error
      # for a column that cannot be a list.
      def list(name, span)
        table, column = find(name)
        return unless column

        full_name = Name.of(table.name, column.target).to_s
        picked = table.name if column.property? && @family.variant_tables.include?(table)
        @found[full_name] ||= Formula::ColumnList.new(name: full_name, index: @found.size, table: picked, **read(table, column, span))
      end

      # The names of a table's rows, as a list like those of its columns.
      def rows(table)
        @found["#{table} rows"] ||= Formula::ColumnList.new(name: "#{table} rows", index: @found.size, type: Formula::TEXT,
                                                            values: @family.table(table).rows.map(&:name))
      end

      # [values by row, Type of one] of a Family::Column. Raises Formula::Error for a column that cannot be a list.
      def column(table, column) = read(table, column, Formula::Span.new(start: 0, length: 0)).values_at(:values, :type)

      private

      def find(name)
        table = name.rest && @family.table(name.first)
        [table, table&.column(name.rest.to_s)]
      end

      def read(table, column, span)
        type, unit = @type_of.call(column)
        { type: type, values: table.rows.map { |row| value(row, column, type, unit, span) } }
      end

      def value(row, column, type, unit, span)
        text = row.cell(column.target)
        return nothing(type) unless text

        Formula.value(Entry.read(text, type: type, unit: unit, scope: Formula::Scope.new([])))
      rescue Formula::Error
        raise Formula::Error.new(Wording[:the_column_target_cannot_be_used, target: column.target, row: row.name, text: text],
                                 span: span, code: :not_constant, remedy: Wording[:type_plain_values_into_all_its_cells])
      end

      def nothing(type)
        type.number? ? Undefined::NUMBER : nil
      end
    end
  end
end
