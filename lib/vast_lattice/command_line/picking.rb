# frozen_string_literal: true

module VastLattice
  class CommandLine
    # Which rows a command picks.
    module Picking
      private

      # Finds rows by their key columns: TABLE.COLUMN=VALUE.
      def find_rows(plan)
        @keys.to_a.group_by { |name, _| Name.read(name).first }.each do |name, pairs|
          table = plan.family.table(name) || misused("There is no table \"#{name}\".", 'Write --key TABLE.COLUMN=VALUE.')
          keys = pairs.to_h { |key, value| [(Name.read(key).rest || key).to_s, value] }
          search = Variants::RowSearch.new(plan, table)
          rows = search.rows(keys)
          raise CommandLine::Misused, search.refusal(keys, rows) unless rows.size == 1

          @rows[table.name] = rows.first.name
        end
      end

      # {table name => [row name]} of the rows that are picked. Raises Misused for what is not there.
      def picked_rows(plan)
        find_rows(plan)
        tables = plan.family.variant_tables
        @rows.to_h do |name, row|
          table = tables.find { |one| one.name.casecmp?(name) } || unknown('table', name, tables)
          table.row_index(row) || unknown('row', row, table.rows, " in table #{table.name}")
          [table.name, [row]]
        end
      end

      def unknown(kind, name, among, where = '')
        misused("There is no #{kind} \"#{name}\"#{where}.", Nearest.remedy(name, among.map(&:name), kind: kind))
      end

      def misused(message, remedy) = raise(CommandLine::Misused.new(message, remedy: remedy))
    end
  end
end
