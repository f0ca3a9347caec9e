# frozen_string_literal: true

module VastLattice
  module Exchange
    # Turns the cells of a sheet into the texts of a table, and checks that each can be read there.
    class CellReader
      DATE = %r{\A(\d{4}-\d{1,2}-\d{1,2}([T ].*)?|\d{1,2}[./]\d{1,2}[./]\d{2,4})\z}
      COMMA = /\A[+-]?\d+,\d+(\s*[^\d,.]\S*)?\z/
      GROUPED = /\A[+-]?\d{1,3}([., ]\d{3})+([.,]\d+)?(\s*[^\d,.]\S*)?\z/

      # The block takes a message, a remedy and a place for what cannot be read.
      def initialize(plan, sheet, &problem)
        @plan = plan
        @sheet = sheet
        @problem = problem
        @known = Hash.new { |columns, column| columns[column] = {} }.compare_by_identity
        @kinds = {}.compare_by_identity
      end

      def sheet_name = @sheet.name

      # A cell that is a name.
      def plain(cell) = cell.is_a?(Float) ? Sheet.number(cell) : cell.to_s.strip

      # The text of a cell for a Family::Column; nil if it cannot be read. +suffix+ is the unit that plain numbers get.
      # Cells that hold the same are read once.
      def text(cell, column, suffix, row, at)
        return '' if cell.nil?

        known = @known[column]
        found = known.fetch(cell) { known[cell] = read(cell, column, suffix) }
        found.is_a?(Sheet::Fault) ? fault(found, row, at) : found
      end

      private

      # The text, or a fault with what is wrong.
      def read(cell, column, suffix)
        found = written(cell, kind(column).first, suffix)
        return found if found.is_a?(Sheet::Fault)

        wrong = check(found, column)
        wrong == :fine ? found : wrong
      end

      def kind(column) = @kinds[column] ||= @plan.symbols.column_type(column)

      def written(cell, type, suffix)
        case cell
        when Sheet::Fault then Sheet::Fault.new([Wording[:the_cell_holds_what, what: cell.reason],
                                                 Wording[:type_a_value_a_formula_as_text]])
        when Date then date(cell.iso8601)
        when true, false then cell ? 'yes' : 'no'
        when Float then with_unit(Sheet.number(cell), type, suffix)
        else string(cell.gsub(/\r\n?/, "\n").strip, type, suffix)
        end
      end

      def date(text)
        Sheet::Fault.new([Wording[:the_cell_holds_a_date_text, text: text],
                          Wording[:the_spreadsheet_may_have_made_it_out]])
      end

      def string(text, type, suffix)
        return text unless type.number?
        return date(text) if text.match?(DATE)
        return with_unit(@sheet.decimal_commas? ? text.tr(',', '.') : text, type, suffix) if text.match?(COMMA) && @sheet.decimal_commas?
        if text.match?(GROUPED) && text.match?(/[ ,].*[.,]|[.].*,|\d \d{3}/)
          return Sheet::Fault.new([Wording[:text_has_separators_of_thousands, text: text], Wording[:write_the_number_without_them]])
        end

        with_unit(text, type, suffix)
      end

      def with_unit(text, type, suffix) = suffix && type.number? && text.match?(Formula::PLAIN_NUMBER) ? "#{text} #{suffix}" : text

      # :fine, or a fault with what is wrong.
      def check(text, column)
        return :fine if text.empty?
        return Sheet::Fault.new([Wording[:the_text_is_too_long], Wording[:shorten_it]]) if text.size > 2000

        type, unit = kind(column)
        Plan::Entry.read(text, type: type, unit: unit, scope: @plan.reading(text).symbols.scope)
        :fine
      rescue Formula::Error => e
        Sheet::Fault.new([Wording[:text_in_column_target_problem, text: text[0, 60], target: column.target, problem: e.wording], e.advice])
      end

      def fault(found, row, at)
        message, remedy = found.reason
        @problem.call(message, remedy, sheet: @sheet.name, cell: Sheet.address(row, at))
        nil
      end
    end
  end
end
