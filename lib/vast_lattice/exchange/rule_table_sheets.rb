# frozen_string_literal: true

module VastLattice
  module Exchange
    # Rule tables as Sheets, out and in: a heading "when INPUT", …, "then OUTPUT", …, "note", and a line for each row. Columns may
    # stand in any order; what the sheet does not say, such as the hit policy, stays as it is.
    module RuleTableSheets
      INPUT = /\Awhen\s+(.+)\z/im
      OUTPUT = /\Athen\s+(.+)\z/im
      NOTE = 'note'
      # Lines in which the heading is looked for.
      TOP = 20
      private_constant :INPUT, :OUTPUT, :NOTE, :TOP

      module_function

      # Sheets of some rule tables, by a name that fits.
      def write(tables)
        names = TableSheets.sheet_names(tables)
        tables.map { |table| Sheet.new(names.fetch(table.name), [heading(table), *table.rows.map { |row| line(table, row) }]) }
      end

      def heading(table)
        [*table.inputs.map { |text| "when #{text}" }, *table.outputs.map { |text| "then #{text}" }, *(NOTE if notes?(table))]
      end

      def line(table, row) = [*row.tests.map(&:to_s), *row.values.map(&:to_s), *(row.note if notes?(table))]
      def notes?(table) = table.rows.any? { |row| !row.note.empty? }

      # Plain forms of rule tables. A sheet without a name goes to +name+; those of a family's tables keep what they have besides
      # rows. Raises Unreadable.
      def read(sheets, family, name: nil)
        found = sheets.reject { |sheet| sheet.rows.all? { |row| row.compact.empty? } }
        raise Unreadable.because(Wording[:there_is_no_sheet_with_lines], remedy: Wording[:bring_in_a_sheet_with_a_heading]) if found.empty?

        names = TableSheets.sheet_names(family.rule_tables).invert
        found.map do |sheet|
          title = sheet.name ? names.fetch(sheet.name, sheet.name) : name
          known = family.rule_tables.find { |table| table.name.casecmp?(title) }
          SheetReader.new(sheet, title).tree(known)
        end
      end

      # Reads one sheet.
      class SheetReader
        def initialize(sheet, title)
          @sheet = sheet
          @title = title
          @top = sheet.rows.first(TOP).index { |row| row.any? { |cell| cell.to_s.strip.match?(OUTPUT) } } || refuse_heading
        end

        # Plain form, with what +known+ (a Family::RuleTable or nil) says besides.
        def tree(known)
          inputs = columns(INPUT)
          outputs = columns(OUTPUT)
          refuse_heading if inputs.empty?
          base = known ? known.to_tree.except('output', 'outputs', 'rows', 'inputs') : { 'name' => @title }
          base.merge('inputs' => inputs.map(&:last), 'outputs' => outputs.map(&:last),
                     'rows' => rows(inputs.map(&:first), outputs.map(&:first)))
        end

        private

        def refuse_heading
          remedy = Wording[:write_when_name_over_tests_and_then]
          raise Unreadable.because(Wording[:there_is_no_heading_of_a_rule], sheet: @sheet.name, remedy: remedy)
        end

        # [[number, text], …] of the columns whose heading matches.
        def columns(pattern)
          @sheet.rows[@top].each_with_index.filter_map { |cell, at| (found = cell.to_s.strip[pattern, 1]) && [at, found.strip] }
        end

        def rows(inputs, outputs)
          note = @sheet.rows[@top].index { |cell| cell.to_s.strip.casecmp?(NOTE) }
          lines = @sheet.rows.each_with_index.drop(@top + 1).reject { |row, _| row.all? { |cell| cell.to_s.strip.empty? } }
          lines.map do |row, number|
            texts = ->(list) { list.map { |at| text(row[at], number, at) } }
            { 'tests' => texts.call(inputs).map { |test| test.empty? ? '-' : test }, 'values' => texts.call(outputs),
              **(note && row[note] ? { 'note' => row[note].to_s.strip } : {}) }
          end
        end

        def text(cell, row, column)
          case cell
          when Sheet::Fault, Date then refuse_cell(cell, row, column)
          when true, false then cell ? 'yes' : 'no'
          when Float then Sheet.number(cell)
          else cell.to_s.strip
          end
        end

        def refuse_cell(cell, row, column)
          what = cell.is_a?(Date) ? "a date, #{cell.iso8601}" : cell.reason
          raise Unreadable.because(Wording[:the_cell_holds_what, what: what], sheet: @sheet.name, cell: Sheet.address(row, column),
                                                                              remedy: Wording[:format_it_as_text_and_type])
        end
      end
      private_constant :SheetReader
    end
  end
end
