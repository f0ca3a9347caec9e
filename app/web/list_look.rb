# frozen_string_literal: true

module VastLattice
  module Web
    # A Lists::Composed as the Release stage shows it: texts, as many rows as one looks through.
    class ListLook
      # More rows are in the files alone.
      MOST = 300

      def initialize(list)
        @list = list
      end

      # Plain form: title, about, columns, groups with rows of texts, sums; all columns that can be had, and how it is arranged.
      def to_tree
        { 'title' => @list.title, 'about' => @list.about, 'size' => @list.size, 'columns' => @list.columns.map do |column|
          column_tree(column)
        end,
          'groups' => groups, 'sums' => @list.groups.size > 1 && @list.sums ? texts(VastLattice::Lists::Writers.line(@list.sums)) : [],
          'all' => @list.all_columns.map { |column| { 'name' => column.name, 'title' => column.heading } },
          'notes' => @list.notes, 'design' => design, 'shown' => [@list.size, MOST].min }
      end

      private

      def column_tree(column) = { 'name' => column.name, 'heading' => column.heading, 'number' => column.number? }
      def texts(row) = @list.columns.zip(row).map { |column, value| column.text(value) }

      def groups
        left = MOST
        @list.groups.filter_map do |group|
          next if left <= 0

          rows = group.rows.first(left)
          left -= rows.size
          { 'value' => group.value, 'rows' => rows.map { |row| texts(row) }, 'sums' => group.sums&.any? ? texts(VastLattice::Lists::Writers.line(group.sums)) : [] }
        end
      end

      def design
        own = @list.design
        { 'kind' => own.kind, 'over' => own.over, 'rows' => own.rows, 'order' => own.order, 'group' => own.group, 'sums' => own.sums }
      end
    end
  end
end
