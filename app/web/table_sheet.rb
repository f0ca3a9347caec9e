# frozen_string_literal: true

module VastLattice
  module Web
    # A variant table in the form that the grid begins with: its columns with what can be typed there, and its texts
    # column by column, which is short for thousands of rows.
    class TableSheet
      INSIDE = 'In components'
      GROUPS = { value: 'Values', built: 'States', shown: 'States', material: 'Material and colour', colour: 'Material and colour',
                 finish: 'Material and colour', given: INSIDE, row: INSIDE }.freeze

      def initialize(plan, table)
        @plan = plan
        @table = table
      end

      def to_tree
        { 'name' => @table.name, 'title' => @table.title, 'default_row' => @table.default_row, 'rows' => @table.rows.map(&:name),
          'columns' => @table.columns.map { |column| column_tree(column) },
          'cells' => @table.columns.map { |column| @table.rows.map { |row| row.cells[column.target].to_s } } }
      end

      private

      def column_tree(column)
        target = column.property? ? nil : @plan.symbols.decided(column.target)
        { 'target' => column.target, 'title' => title(column, target), 'unit' => unit(column, target), 'kind' => column.kind.to_s,
          'group' => target ? GROUPS.fetch(target.kind, 'Values') : 'Properties', 'choices' => choices(target),
          'number' => target ? target.type.number? : %w[number count].include?(column.kind),
          'key' => column.key, 'open' => column.open, 'limits' => [column.least, column.most, column.step].map(&:to_s) }
      end

      def title(column, target)
        return column.label unless column.label.empty?
        return column.target.tr('_', ' ') unless target

        target.title
      end

      def unit(column, target) = column.unit || (target&.innermost&.value? ? target.unit.symbol : '')

      def choices(target)
        return [] unless target

        target = target.innermost
        return Plan::Target::STATE_WORDS[target.kind] if target.state?
        return target.type.offered unless target.value?

        target.type.boolean? ? %w[yes no] : target.subject.choices
      end
    end
  end
end
