# frozen_string_literal: true

module VastLattice
  class Plan
    # Cells that make their columns need each other in a circle are faults of their rows, like cells that cannot be read:
    # they count as open, and the rest of the family goes on. Where cells of several columns close a circle, those of the
    # column with the fewest are at fault: most likely the ones that were typed last.
    class CellCircles
      # The Bound::Family without these cells, its Order, and a Finding for each of them.
      attr_reader :bound, :order, :findings

      # +placed+ as of Order.
      def initialize(bound, placed)
        @bound = bound
        @placed = placed
        @findings = []
        @order = Order.new(bound, placed)
        while @order.circle && (columns = guilty)
          columns.each { |column, rows| open_cells(column, rows) }
          @order = Order.new(@bound, @placed)
        end
      end

      private

      # [column, numbers of rows] of the cells at fault, of several columns where these are alike; nil where none has a part
      # in the circle.
      def guilty
        found = @order.circle.each_cons(2).filter_map { |step, used| cells_between(step, used) }
        fewest = found.map { |_, rows| rows.size }.min
        found.select { |_, rows| rows.size == fewest }.uniq { |column, _| column.target.index } if fewest
      end

      # Cells by which a step on the circle uses the next one.
      def cells_between(step, used)
        return unless [step, used].all?(Target) && (column = @bound.ladder(step).column)

        rows = column.cells.each_index.select { |row| column.cells[row]&.variables&.any? { |variable| variable.index == used.index } }
        [column, rows] if rows.any?
      end

      def open_cells(column, rows)
        table = @bound.tables.find { |bound| bound.columns.any?(column) }
        fresh = rows.to_h { |row| [row, finding(table, column, row)] }
        @findings += fresh.values
        faults = table.faults.merge(fresh.transform_values { |finding| [finding] }) { |_, before, added| before + added }
        columns = table.columns.map { |other| other.equal?(column) ? column.opened(rows) : other }
        changed = table.with(columns: columns, faults: faults)
        @bound = @bound.with(tables: @bound.tables.map { |other| other.equal?(table) ? changed : other })
      end

      def finding(table, column, row)
        name = column.target.name
        Finding.new(code: :cycle, level: :error, wording: Wording[:here_columns_would_need_each_other, cycle: @order.cycle.join(' → ')],
                    place: Place.at('tables', table.table.name, 'rows', table.table.rows[row].name, 'cells', column.column.target),
                    advice: Wording[:use_names_here_that_do_not_need, name: name])
      end
    end
  end
end
