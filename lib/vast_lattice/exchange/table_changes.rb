# frozen_string_literal: true

module VastLattice
  module Exchange
    # How sheets that came back differ from the tables of a family: rows that are new, changed or gone, cell by cell, as data
    # that can be kept and taken later, all or some of it.
    class TableChanges
      # A row that differs: +kind+ is new, changed or gone; +cells+ maps a column to its text before and after.
      Change = Struct.new(:id, :table, :kind, :row, :cells)

      attr_reader :all

      # What to_tree gave.
      def self.from_tree(tree)
        new(tree['changes'].map { |change| Change.new(*change.values_at(*Change.members.map(&:to_s))) }, tree['columns'])
      end

      # +columns+ are those that a table does not have yet: {table => [{"target", "unit"}, …]}.
      def initialize(all, columns)
        @all = all
        @columns = columns
      end

      # Plain form.
      def to_tree = { 'changes' => all.map { |change| change.to_h.transform_keys(&:to_s) }, 'columns' => @columns }

      # The edits that take some of the changes.
      def edits(chosen = all) = chosen.group_by(&:table).flat_map { |name, own| table_edits(name, own) }

      private

      EDITS = { 'changed' => :cells_edit, 'new' => :added_edit, 'gone' => :removed_edit }.freeze
      private_constant :EDITS

      def table_edits(name, changes)
        by_kind = changes.group_by(&:kind)
        column_edits(name, changes) + EDITS.select { |kind, _| by_kind.key?(kind) }.map { |kind, edit| send(edit, name, by_kind[kind]) }
      end

      # Columns that one of the changes fills.
      def column_edits(name, changes)
        used = changes.flat_map { |change| change.cells.keys }.uniq
        @columns.fetch(name, []).select { |column| used.include?(column['target']) }.map do |column|
          { 'do' => 'add_column', 'table' => name, **column }.compact
        end
      end

      def cells_edit(name, changes)
        { 'do' => 'set_cells', 'table' => name, 'cells' => changes.flat_map { |change| typed(change) } }
      end

      def typed(change) = change.cells.map { |target, (_, text)| { 'row' => change.row, 'column' => target, 'text' => text } }

      def removed_edit(name, changes) = { 'do' => 'remove_rows', 'table' => name, 'rows' => changes.map(&:row) }

      def added_edit(name, changes)
        added = changes.map { |change| { 'name' => change.row, 'cells' => filled(change) } }
        { 'do' => 'add_rows', 'table' => name, 'added' => added }
      end

      def filled(change) = change.cells.transform_values(&:last).reject { |_, text| text.empty? }
    end
  end
end
