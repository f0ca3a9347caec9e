# frozen_string_literal: true

module VastLattice
  module Exchange
    # Sheets that come back from a spreadsheet, compared with the tables of a plan: which rows are new, changed or gone,
    # cell by cell. Nothing is taken unless all of it can be read; then any choice of the changes can be.
    #
    # Sheets belong to the tables of their name. Columns may stand in any order and wherever the heading is; those that
    # are no name of the family are passed over with a notice, those that are missing keep their cells.
    class TableImport
      # Most problems that are told.
      MOST = 100

      # Unreadable::Problems that keep nobody from taking the changes.
      attr_reader :notices

      # +table+ is where a sheet without a name goes. The block, if given, hears the share that is done. Raises Unreadable.
      def initialize(plan, sheets, table: nil, &progress)
        @plan = plan
        @notices = []
        @problems = []
        @changes = []
        @columns = {}
        found = matched(sheets, table)
        found.each_with_index { |(sheet, own), index| compare(sheet, own) { |share| progress&.call((index + share) / found.size) } }
        refuse
      end

      # The TableChanges, in the order of the sheets.
      def changes = TableChanges.new(@changes, @columns)

      private

      # Pairs of a sheet and its table.
      def matched(sheets, table)
        pairs = sheets.map { |sheet| [sheet, sheet.name ? named(sheet) : table] }
        strays = pairs.reject(&:last).map(&:first)
        refuse_strays(strays) if strays.size == pairs.size
        strays.reject { |sheet| sheet.rows.empty? }
              .each { |sheet| notice(Wording[:it_is_called_like_no_table], nil, sheet: sheet.name) }
        pairs.select(&:last)
      end

      # By the name of the sheet that it is written to, or its own.
      def named(sheet)
        @sheet_names ||= TableSheets.sheet_names(@plan.family.tables)
        wanted = sheet.name.strip
        @plan.family.tables.find { |table| @sheet_names[table.name].casecmp?(wanted) } ||
          @plan.family.tables.find { |table| table.name.casecmp?(wanted) }
      end

      def refuse_strays(strays)
        there = strays.map { |sheet| "\"#{sheet.name}\"" }.join(', ')
        raise Unreadable.because(Wording[:no_sheet_is_called_like_a_table, there: there],
                                 remedy: Wording[:call_it_name, name: Wording.either(@plan.family.tables.map(&:name))])
      end

      def notice(message, remedy, **place) = @notices << Unreadable::Problem.new(message: message, remedy: remedy, **place)

      def problem(message, remedy, **place)
        @problems << Unreadable::Problem.new(message: message, remedy: remedy, **place)
        nil
      end

      def refuse
        return if @problems.empty?

        more = @problems.size - MOST
        @problems = [*@problems.first(MOST), Unreadable::Problem.new(message: Wording[:and_more_more, more: more])] if more.positive?
        raise Unreadable, @problems
      end

      def compare(sheet, table, &)
        head = SheetHeading.new(@plan, table, sheet)
        @problems.concat(head.problems)
        @notices.concat(head.notices)
        return if head.problems.any?

        fresh = head.columns.values.select { |column| table.column(column.target).nil? }
        @columns[table.name] = fresh.map { |column| { 'target' => column.target, 'unit' => column.unit } }
        rows = rows(sheet, head, &)
        problem(Wording[:there_are_no_rows_below_the_heading], Wording[:nothing_to_take_to_empty_a_table], sheet: sheet.name) if rows.empty?
        differences(table, rows)
      end

      # {downcased name => [name, {target => text}]}
      def rows(sheet, head)
        reader = CellReader.new(@plan, sheet) { |message, remedy, **place| problem(message, remedy, **place) }
        found = {}
        lines = sheet.rows.drop(head.row + 1)
        lines.each_with_index do |line, index|
          yield index / lines.size.to_f if (index % 500).zero?
          row(line, head.row + 1 + index, head, reader, found)
        end
        found
      end

      def row(line, number, head, reader, found)
        return if line.all? { |cell| cell.nil? || cell.to_s.strip.empty? }

        beyond = (head.width...line.size).find { |at| !line[at].to_s.strip.empty? }
        name = reader.plain(line[head.key]) unless beyond
        message, remedy = beyond ? BEYOND : wrong_name(name, found)
        return problem(message, remedy, **place(reader, number, beyond || head.key)) if message

        cells = head.columns.to_h { |at, column| [column.target, reader.text(line[at], column, head.suffixes[at], number, at)] }
        found[name.downcase] = [name, cells]
      end

      # What is wrong with the name of a row, and what to do; nil where nothing is.
      def wrong_name(name, found)
        return [Wording[:the_row_has_no_name], Wording[:fill_in_the_column_name, name: TableSheets::NAME]] if name.empty?
        return [Wording[:the_name_is_too_long], Wording[:shorten_it]] if name.size > 120

        [Wording[:the_row_name_stands_there_twice, name: name], Wording[:rename_or_remove_one]] if found.key?(name.downcase)
      end

      BEYOND = [Wording[:the_cell_stands_beyond_the_heading], Wording[:is_a_text_with_a_comma_without]].freeze
      private_constant :BEYOND

      def place(reader, row, column) = { sheet: reader.sheet_name, cell: Sheet.address(row, column) }

      def differences(table, rows)
        present = table.rows.to_h { |row| [row.name.downcase, row] }
        rows.each { |key, (name, cells)| add(table, present[key], present[key]&.name || name, cells) }
        (present.keys - rows.keys).each { |key| change(table, 'gone', present[key].name, {}) }
      end

      def add(table, row, name, cells)
        before = row ? row.cells : {}
        changed = cells.select { |target, text| text && text != before[target] && text != before[target].to_s.strip }
        changed = changed.to_h { |target, text| [target, [before[target].to_s, text]] }
        return if row && changed.empty?

        change(table, row ? 'changed' : 'new', name, changed)
      end

      def change(table, kind, row, cells) = @changes << TableChanges::Change.new(@changes.size, table.name, kind, row, cells)
    end
  end
end
