# frozen_string_literal: true

module VastLattice
  class Family
    # A variant table: each row is a variant, each column decides one thing.
    class Table < Value.with(:name, label: '', note: '', columns: [], rows: [], default_row: nil)
      extend TreeForm

      def self.nested = { columns: Column, rows: Row }

      # Whether it is only looked up in: all its columns are properties. Its rows are no variants.
      def lookup? = columns.any? && columns.all?(&:property?)

      def title = label.empty? ? name.tr('_', ' ') : label
      def row(name) = rows.find { |row| row.name.casecmp?(name.to_s) }
      def row_index(name) = rows.index { |row| row.name.casecmp?(name.to_s) }
      def column(target) = columns.find { |column| column.target.casecmp?(target.to_s) }

      def key_columns = columns.select(&:key)

      # Rows whose cells equal the texts chosen for key columns: {target => text}.
      def narrowed(chosen)
        rows.select { |row| chosen.all? { |target, text| row.cells[column(target)&.target].to_s.casecmp?(text.strip) } }
      end

      # The texts of a key column that still lead to a row.
      def key_values(target, chosen) = narrowed(chosen.except(target)).filter_map { |row| row.cell(target) }.uniq

      # The row used when none is picked: the one named so, else the first.
      def default_row_index = (default_row && row_index(default_row)) || (rows.empty? ? nil : 0)
    end
  end
end
