# frozen_string_literal: true

module VastLattice
  module Exchange
    # The heading of a sheet that is to become a table: where it stands, and what its columns are.
    class SheetHeading
      # The heading stands among the first lines.
      AMONG = 20
      HEADING = /\A\s*(?<target>[^\[(]+?)\s*(?:[\[(]\s*(?<unit>[^\])]*?)\s*[\])])?\s*\z/

      # +row+ and +key+ are the numbers of its row and of the column that names the rows; +columns+ maps numbers to
      # Family::Columns, +suffixes+ to the unit that plain numbers get where it is not that of the table.
      attr_reader :row, :key, :columns, :suffixes, :problems, :notices

      def initialize(plan, table, sheet)
        @plan = plan
        @table = table
        @sheet = sheet
        @columns = {}
        @suffixes = {}
        @problems = []
        @notices = []
        find
        @sheet.rows[@row].each_with_index { |cell, at| read(cell, at) } if @row
      end

      # Number of its columns.
      def width = @sheet.rows[@row].size

      private

      def find
        @row = @sheet.rows.first(AMONG).index { |line| line.any? { |cell| key?(cell) } }
        @key = @row && @sheet.rows[@row].index { |cell| key?(cell) }
        return if @row

        problem(Wording[:there_is_no_column_name_which_names, name: TableSheets::NAME], Wording[:put_it_into_the_heading], nil)
      end

      def key?(cell) = cell.is_a?(String) && cell.strip.casecmp?(TableSheets::NAME)

      def problem(message, remedy, at)
        @problems << place(message, remedy, at)
        nil
      end

      def place(message, remedy, at)
        Unreadable::Problem.new(message: message, remedy: remedy, sheet: @sheet.name, cell: at && Sheet.address(@row, at))
      end

      def read(cell, at)
        return if at == @key || cell.to_s.strip.empty?

        match = HEADING.match(cell.to_s)
        target = match && known.find { |name| name.casecmp?(match[:target]) }
        return pass_over(cell, at) unless target
        if @columns.each_value.any? do |column|
          column.target == target
        end
          return problem(Wording[:the_column_target_stands_there_twice, target: target], Wording[:remove_one],
                         at)
        end

        take(target, match[:unit], at)
      end

      # A new column gets the unit of the heading; in one that is there, numbers get it where it differs.
      def take(target, unit, at)
        present = @table.column(target)
        column = present || Family::Column.new(target: target)
        unit = unit(unit, column, at)
        @columns[at] = present || column.with(unit: unit)
        @suffixes[at] = present ? unit : nil
      end

      def pass_over(cell, at)
        near = Nearest.to(cell.to_s[/[^\[(]+/].to_s.strip, known)
        @notices << place(Wording[:cell_is_no_parameter_state_or_column, cell: cell], near && Wording[:did_you_mean_near, near: near], at)
      end

      # What a heading may name: the columns of the table, and what else a column can decide.
      def known = @known ||= @table.columns.map(&:target) | @plan.symbols.column_names

      # The unit of the heading where it differs from that of the column.
      def unit(text, column, at)
        return if text.to_s.empty?

        type, own = @plan.symbols.column_type(column)
        unit = Units[text]
        unless type.number?
          return problem(Wording[:target_has_no_unit, target: column.target], Wording[:write_the_heading_without_text, text: text], at)
        end
        return unit.symbol == own.symbol ? nil : text if unit.dimension == own.dimension

        problem(Wording[:text_is_a_unit_of_dimension, text: text, dimension: unit.dimension, target: column.target, type: type],
                own.plain? ? Wording[:use_no_unit_or_another] : Wording[:use_unit_or_another, unit: own.symbol], at)
      rescue Units::Error => e
        problem(e.message, e.remedy, at)
      end
    end
  end
end
