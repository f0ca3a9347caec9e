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

      # The edits that add it, the columns first. Raises Refused for a table that there is not, a name that is taken, or a value that
      # was not kept.
      def edits(table, name, columns)
        own = table(table)
        added = columns.map { |target| { 'do' => 'add_column', 'table' => own.name, 'target' => target } }
        [*added, edit(own.with(columns: own.columns + columns.map { |target| Family::Column.new(target: target) }), name)]
      end

      # Answers for which a table has no column, so that the row would not hold them: names with their titles and texts.
      def left_out(table)
        own = table(table)
        answered = @configuration.answers.keys.filter_map { |name| @plan.symbols[name] }.select(&:value?)
        deciding = @plan.family.variant_tables.select { |one| one.equal?(own) || one.rows.any? }
        decided = deciding.flat_map { |one| one.columns.map { |column| column.target.downcase } }
        answered.reject { |target| decided.include?(target.name.downcase) }
                .map { |target| { 'name' => target.name, 'title' => target.title, 'text' => @outcome.text(target.name) } }
      end

      private

      def table(name)
        @plan.family.table(name) || raise(Refused.new(Wording[:there_is_no_table_name, name: name],
                                                      remedy: Nearest.remedy(name, @plan.family.variant_tables.map(&:name))))
      end

      def edit(own, name)
        name = Family::Edits.checked_title(name.strip.empty? ? @configuration.name : name, 'row')
        raise Refused.new(Wording[:there_is_a_row_name_already, name: name], remedy: Wording[:choose_another_name]) if own.row(name)

        { 'do' => 'add_rows', 'table' => own.name, 'added' => [{ 'name' => name, 'cells' => cells(own) }] }
      end

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
        raise Refused.new(Wording[:the_configuration_has_no_target, target: column.target],
                          remedy: Wording[:fill_the_form_in_anew_and_keep])
      end
    end
  end
end
