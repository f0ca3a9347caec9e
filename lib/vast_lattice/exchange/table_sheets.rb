# frozen_string_literal: true

module VastLattice
  module Exchange
    # Variant tables as Sheets, one each: a heading with units in brackets, then the rows. Cells keep what was typed: plain
    # numbers become numbers, everything else (states, formulas, fractions, units of their own) stays a text.
    module TableSheets
      # Heading of the column that names the rows.
      NAME = 'variant'
      NUMBER = /\A-?\d{1,15}(\.\d{1,12})?\z/

      # Longest name of a sheet, in characters, as spreadsheets have it.
      LONGEST_NAME = 31

      # {name of a table => name of its sheet}: the same as far as it fits, numbered where that would be the same.
      def self.sheet_names(tables)
        taken = {}
        tables.to_h do |table|
          numbered = (2..).lazy.map { |number| "#{table.name[0, LONGEST_NAME - number.to_s.size - 1]}~#{number}" }
          name = table.name[0, LONGEST_NAME]
          name = numbered.find { |own| !taken.key?(own.downcase) } if taken.key?(name.downcase)
          taken[name.downcase] = true
          [table.name, name]
        end
      end

      # Sheets of some tables of a plan's family.
      def self.write(plan, tables = plan.family.tables) = sheets(plan, tables)

      def self.sheets(plan, tables)
        names = sheet_names(plan.family.tables)
        tables.map { |table| sheet(plan, table, names.fetch(table.name)) }
      end
      private_class_method :sheets

      def self.sheet(plan, table, name)
        kinds = table.columns.map { |column| plan.symbols.column_type(column) }
        heading = [NAME, *table.columns.zip(kinds).map { |column, (_, unit)| heading(column, unit) }]
        rows = table.rows.map do |row|
          [row.name, *table.columns.zip(kinds).map { |column, (type, _)| cell(row.cells[column.target], type) }]
        end
        Sheet.new(name, [heading, *rows])
      end
      private_class_method :sheet

      def self.heading(column, unit) = unit.plain? ? column.target : "#{column.target} [#{unit.symbol}]"
      private_class_method :heading

      # A number only where it comes back as it was typed.
      def self.cell(text, type)
        return text unless type.number? && text&.match?(NUMBER)

        amount = Float(text)
        Sheet.number(amount) == text ? amount : text
      end
      private_class_method :cell
    end
  end
end
