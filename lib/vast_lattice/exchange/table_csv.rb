# frozen_string_literal: true

require 'csv'

module VastLattice
  module Exchange
    # A variant table as CSV, and back. The first column names the row; a heading is a parameter or a
    # state, with the unit in brackets ("length [mm]"). Cells keep what was typed.
    module TableCSV
      NAME = 'variant'
      LARGEST = 20_000_000 # bytes
      HEADING = /\A\s*(?<target>[^\[(]+?)\s*(?:[\[(]\s*(?<unit>[^\])]*?)\s*[\])])?\s*\z/
      SEPARATORS = [',', ';', "\t"].freeze

      # The file cannot be taken; +problems+ lists texts with line and column.
      class Unreadable < Error
        attr_reader :problems

        def initialize(problems)
          @problems = problems
          super(problems.join("\n"))
        end
      end

      # CSV text of a table. +units+ maps every name of the family to the symbol of its unit.
      def self.write(table, units)
        CSV.generate do |csv|
          csv << [NAME, *table.columns.map { |column| heading(column, column.unit || units[column.target]) }]
          table.rows.each { |row| csv << [row.name, *table.columns.map { |column| row.cells[column.target] }] }
        end
      end

      def self.heading(column, unit) = unit.to_s.empty? ? column.target : "#{column.target} [#{unit}]"
      private_class_method :heading

      # The +units+ of a plan.
      def self.units(plan)
        plan.symbols.column_names.to_h { |name| [name, plan.symbols[name].value? ? plan.symbols[name].unit.symbol : ''] }
      end

      # Reads CSV text against a table and the units of the family: the same table with new columns and
      # rows. Columns may stand in any order; new ones are added. Raises Unreadable with every problem.
      def self.read(text, table, units) = Import.new(text, table, units).table

      # One reading.
      class Import
        def initialize(text, table, units)
          @text = text.dup.force_encoding('UTF-8').delete_prefix("\uFEFF")
          @table = table
          @units = units
          @problems = []
        end

        # The new Family::Table.
        def table
          lines = parse
          columns = columns(lines.first)
          rows = lines.drop(1).each_with_index.filter_map { |line, index| row(line, index + 2, columns) }
          @problems << 'The file has no rows below its heading.' if rows.empty?
          refuse_doubled(rows)
          raise Unreadable, @problems unless @problems.empty?

          kept = rows.any? { |row| row.name == @table.default_row }
          @table.with(columns: columns.compact, rows: rows, default_row: kept ? @table.default_row : nil)
        end

        private

        def parse
          refuse("The file is larger than #{LARGEST / 1_000_000} MB.") if @text.bytesize > LARGEST
          refuse('The file is not UTF-8 text. Save it as "CSV UTF-8".') unless @text.valid_encoding?
          refuse('The file holds binary data, not CSV.') if @text.include?("\0")
          lines = CSV.parse(@text, col_sep: separator).reject { |line| line.compact.all? { |cell| cell.strip.empty? } }
          refuse('The file is empty.') if lines.empty?
          lines
        rescue CSV::MalformedCSVError => e
          refuse("The CSV is not well-formed: #{e.message}")
        end

        # The separator that the heading uses most.
        def separator
          head = @text.lines.first.to_s
          SEPARATORS.max_by { |mark| head.count(mark) }
        end

        def refuse(problem) = raise(Unreadable, [problem])

        # Family::Column by position; nil for the row names.
        def columns(heading)
          found = heading.drop(1).each_with_index.map { |text, index| column(text, index + 2) }
          doubled = found.compact.map { |column| column.target.downcase }.tally.find { |_, count| count > 1 }
          @problems << "Line 1: the column #{doubled.first} stands there twice." if doubled
          found
        end

        def column(text, number)
          match = HEADING.match(text.to_s)
          target = match && known.find { |name| name.casecmp?(match[:target]) }
          unless target
            remedy = text.to_s.strip.empty? ? 'Give it a heading.' : Nearest.remedy(text.to_s, known)
            @problems << "Line 1, column #{number}: \"#{text}\" is no parameter or state. #{remedy}"
            return
          end

          present = @table.column(target)
          unit = match[:unit].to_s.empty? ? present&.unit : own_unit(match[:unit], target, present, number)
          (present || Family::Column.new(target: target)).with(unit: unit)
        end

        # What a heading may name: parameters, states, and the table's own properties.
        def known = @units.keys | @table.columns.map(&:target)

        # A column only keeps a unit of its own where it differs from that of its target.
        def own_unit(text, target, present, number)
          Units[text]
          text == @units[target] && present&.unit != text ? nil : text
        rescue Units::Error => e
          @problems << "Line 1, column #{number}: #{e.full_text}"
          nil
        end

        def row(line, number, columns)
          name = line.first.to_s.strip
          if name.empty? || name.size > 120
            @problems << "Line #{number}: the first column must name the row, in at most 120 characters."
            return
          end
          if line.size > columns.size + 1 && line.drop(columns.size + 1).any?
            @problems << "Line #{number}: there are more cells than headings."
          end

          cells = columns.zip(line.drop(1)).filter_map { |column, text| [column.target, text.strip] if column && !text.to_s.strip.empty? }
          (@table.row(name) || Family::Row.new(name: name)).with(name: name, cells: cells.to_h)
        end

        def refuse_doubled(rows)
          rows.group_by { |row| row.name.downcase }.each_value do |same|
            @problems << "The row #{same.first.name} stands there #{same.size} times." if same.size > 1
          end
        end
      end
    end
  end
end
