# frozen_string_literal: true

module VastLattice
  module Lists
    # Files of a Lists::Composed.
    module Writers
      module_function

      # As an Exchange::Sheet: a line each, and a line of sums after each group and at the end.
      def sheet(list, name: list.title.downcase[0, 31])
        rows = list.groups.flat_map { |group| [*group.rows, *summed(group.sums, group.value)] }
        whole = list.groups.size > 1 ? summed(list.sums, nil) : []
        Exchange::Sheet.new(name, [list.columns.map(&:heading), *rows, *whole])
      end

      def summed(sums, value) = sums&.any? ? [Writers.line(sums, ['Sum', *value].join(' of '))] : []

      # A line of sums: it says so in the first column that has no sum.
      def line(sums, words = 'Sum')
        at = sums.index(nil)
        sums.each_with_index.map { |sum, index| index == at ? words : sum }
      end

      # For programs.
      def tree(list)
        named = ->(cells) { cells && list.columns.map(&:name).zip(cells).to_h.compact }
        told = list.groups.map do |group|
          { 'value' => group.value, 'rows' => group.rows.map(&named), 'sums' => named.call(group.sums) }.compact
        end
        { 'list' => list.title, 'family' => list.subject.family.name, 'of' => list.about,
          'columns' => list.columns.map { |column| { 'name' => column.name, 'title' => column.title, 'unit' => column.unit } },
          'groups' => told, 'sums' => named.call(list.sums), 'notes' => list.notes }.compact
      end
    end
  end
end
