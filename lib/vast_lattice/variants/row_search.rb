# frozen_string_literal: true

module VastLattice
  module Variants
    # Finds rows of a table by what their key columns come to, whatever unit it is typed in and whether the cell is a plain
    # value or a formula.
    class RowSearch
      # Raises Plan::Broken.
      def initialize(plan, table)
        plan.ensure_runnable
        @plan = plan
        @table = table
        @results = ResolvedRows.new(plan, table)
      end

      # The Family::Rows for which all keys hold: {column target => text}. Raises Error for a column that there is not or that is no
      # key, or a text that cannot be read.
      def rows(keys)
        wanted = keys.map { |name, text| column(name).then { |column| [column, read(column, text)] } }
        numbers = @table.rows.each_index.select { |row| wanted.all? { |column, value| same?(value(column, row), value) } }
        numbers.map { |row| @table.rows[row] }
      end

      # Why no row, or more than one, was found.
      def refusal(keys, found) = why_refused(keys, found).to_s

      private

      def why_refused(keys, found)
        said = keys.map { |name, text| "#{column(name).target} #{text}" }.join(' and ')
        if found.any?
          return Wording[:number_rows_of_table_have_said, number: found.size, table: @table.name, said: said,
                                                          rows: found.first(5).map(&:name)]
        end

        Wording[:no_row_of_table_has_said_nearest, table: @table.name, said: said, nearest: nearest(*keys.first)]
      end

      def column(name)
        found = @table.column(name) || raise(Error.new(Wording[:the_table_table_has_no_column_name, table: @table.name, name: name],
                                                       remedy: Nearest.remedy(name.to_s, @table.columns.map(&:target), kind: 'column')))
        return found if found.key

        keys = @table.key_columns.map(&:target)
        raise Error.new(Wording[:target_is_no_key_column_of_table, target: found.target, table: @table.name],
                        remedy: keys.any? ? Wording[:its_keys_are_keys, keys: keys] : Wording[:mark_its_key_columns_or_name])
      end

      def read(column, text)
        type, unit = @plan.symbols.column_type(column)
        type = Formula::TEXT if type.text?
        Formula.value(Plan::Entry.read(text, type: type, unit: unit, scope: Formula::Scope.new([])))
      rescue Formula::Error => e
        raise Error.new(Wording[:what_problem, what: column.target, problem: e.wording], remedy: e.advice)
      end

      # What a column comes to in a row; nil where it says nothing.
      def value(column, row)
        text = @table.rows[row].cell(column.target) or return
        return read(column, text) if column.property?

        bound = @plan.bound.tables[@plan.family.table_index(@table.name)].columns.find { |own| own.column.target == column.target }
        known = bound.literals[row]
        known.nil? ? @results.outcome(row).values[bound.target.index] : known
      rescue Error
        nil
      end

      def same?(one, other)
        one.is_a?(String) && other.is_a?(String) ? one.casecmp?(other.strip) : !one.nil? && one == other
      end

      # The row that comes nearest to a number.
      def nearest(name, text)
        column = column(name)
        wanted = read(column, text)
        return " #{Nearest.remedy(text, @table.key_values(column.target, {}), kind: 'value')}" unless wanted.is_a?(Float)

        values = @table.rows.each_index.to_h { |row| [row, value(column, row)] }
        values = values.select { |_, value| value.is_a?(Float) && !Undefined.is?(value) }
        row, value = values.min_by { |_, value| (value - wanted).abs }
        if row
          Wording[:the_nearest_is_rows_with_quantity, rows: @table.rows[row].name,
                                                      quantity: Units::Format.quantity(value, @plan.symbols.column_type(column).last)]
        else
          ''
        end
      end
    end
  end
end
