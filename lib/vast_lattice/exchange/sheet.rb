# frozen_string_literal: true

module VastLattice
  module Exchange
    # A sheet of a spreadsheet: its name (nil in a CSV) and its rows, lists of cells. A cell is a String, a Float, true or
    # false, a Date, nil where it is empty, or a Sheet::Fault where the file holds no value.
    class Sheet
      # A cell without a value: an error of the spreadsheet, a formula that was never computed.
      Fault = Struct.new(:reason)

      # Most rows and columns that are read.
      MOST_ROWS = 20_100
      MOST_COLUMNS = 1000
      # Most sheets of one file, and most cells of it that hold something.
      MOST_SHEETS = 100
      MOST_CELLS = 1_500_000

      attr_reader :name, :rows

      # +decimal_commas+ tells that numbers may have a comma, as in files of languages that write them so.
      def initialize(name, rows, decimal_commas: false)
        @name = name
        @rows = rows
        @decimal_commas = decimal_commas
      end

      def decimal_commas? = @decimal_commas

      # Raises Unreadable where there are more rows than are read: a part of a table is no table.
      def self.refuse_rows(count, name = nil)
        return if count <= MOST_ROWS

        raise Unreadable.because(Wording[:there_are_more_than_most_rows_rows, most_rows: MOST_ROWS], sheet: name,
                                                                                                     remedy: Wording[:split_the_table])
      end

      # Raises Unreadable where there are more sheets than are read.
      def self.refuse_sheets(count)
        return if count <= MOST_SHEETS

        raise Unreadable.because(Wording[:there_are_more_than_most_sheets_sheets, most_sheets: MOST_SHEETS],
                                 remedy: Wording[:leave_out_those_that_are_no_tables])
      end

      # Raises Unreadable where there are more columns than are read.
      def self.refuse_columns(count)
        return if count <= MOST_COLUMNS

        raise Unreadable.because(Wording[:there_are_more_than_most_columns_columns, most_columns: MOST_COLUMNS],
                                 remedy: Wording[:leave_out_those_that_are_no_columns])
      end

      # Raises Unreadable where there are more cells than are read.
      def self.refuse_cells(count)
        return if count <= MOST_CELLS

        raise Unreadable.because(Wording[:there_are_more_than_most_cells_cells, most_cells: MOST_CELLS], remedy: Wording[:split_the_table])
      end

      # "C4" for numbers of row and column from 0.
      def self.address(row, column)
        letters = +''
        column += 1
        while column.positive?
          column, letter = (column - 1).divmod(26)
          letters.prepend((65 + letter).chr)
        end
        "#{letters}#{row + 1}"
      end

      # A number as it would be typed: 500, 2.5; 15 digits, which is what spreadsheets keep.
      def self.number(amount)
        return amount.round.to_s if amount == amount.round && amount.abs < 1e15

        text = format('%.15g', amount)
        text.include?('e') ? format('%.12f', amount).sub(/\.?0+\z/, '') : text
      end
    end
  end
end
