# frozen_string_literal: true

module VastLattice
  module Guide
    # A configuration as a row of a variant table: each column takes what was kept.
    class RowOf
      def initialize(plan, configuration)
        @plan = plan
        @configuration = configuration
        @outcome = configuration.frozen_outcome
      end

      # The edit that adds it. Raises Refused for a table that there is not, a name that is taken, or a value that was not kept.
      def edit(table, name)
        own = @plan.family.table(table) || raise(Refused.new("There is no table \"#{table}\".",
                                                             remedy: Nearest.remedy(table, @plan.family.variant_tables.map(&:name))))
        name = Family::Edits.checked_title(name.strip.empty? ? @configuration.name : name, 'row')
        raise Refused.new("There is a row #{name} already.", remedy: 'Choose another name.') if own.row(name)

        { 'do' => 'add_rows', 'table' => own.name, 'added' => [{ 'name' => name, 'cells' => cells(own) }] }
      end

      private

      def cells(table)
        table.columns.to_h { |column| [column.target, column.property? ? property(column) : text(column)] }.reject { |_, text| text.empty? }
      end

      # The texts of properties, as the number of the part, are the row's own.
      def property(column) = @outcome.to_tree['properties'][column.target].to_s

      def text(column)
        name, state = column.target.split('.', 2)
        return @outcome.text(column.target) || missing(column) unless state && @outcome.state(name)

        { 'built' => @outcome.state(name) == 'suppressed' ? 'no' : 'yes', 'shown' => @outcome.state(name) == 'hidden' ? 'no' : 'yes' }
          .fetch(state) { looked(column) }
      end

      # Materials and colours stand among the reasons.
      def looked(column) = @outcome.because(column.target)&.fetch('value') || missing(column)

      def missing(column)
        raise Refused.new("The configuration has no #{column.target}, which the table decides.",
                          remedy: 'Fill the form in anew, and keep that.')
      end
    end
  end
end
