# frozen_string_literal: true

module VastLattice
  class Plan
    # Finds rows that are named by table.
    class RowReader
      def initialize(family, reader)
        @family = family
        @reader = reader
      end

      # {number of the table => number of the row}, nil where one is not there, which is told of the place.
      def read(rows, place)
        found = rows.map { |table, row| row(table, row, place) }
        found.all? ? found.to_h : nil
      end

      private

      # [number of the table, number of the row], or nil.
      def row(table, name, place)
        index = @family.table_index(table) or return unknown('table', table, @family.tables.map(&:name), place)
        names = @family.tables[index].rows.map(&:name)
        row = names.index { |own| own.casecmp?(name.to_s) } or return unknown('row', name, names, place)
        [index, row]
      end

      def unknown(kind, name, known, place)
        @reader.missing(name, Wording[:there_is_no_kind_name, kind: kind, name: name], place, known, kind: kind)
      end
    end
  end
end
