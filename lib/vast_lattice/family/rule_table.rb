# frozen_string_literal: true

module VastLattice
  class Family
    # A rule table: a decision table after OMG DMN 1.5 (chapter 8). +inputs+ are formulas; each row has one
    # unary test per input ("< 5 mm", "[1..3]", "oak, ash", "-" for any) and one value for each of the +outputs+ (texts of
    # Output; a blank value says nothing). The hit +policy+ says what happens when several rows hit:
    #
    #   unique   at most one may hit           any       several may, if they agree
    #   first    the first one counts          priority  the one whose values come first in +priorities+: by the list of the first
    #                                                    output that is set, then by that of the next
    #   collect  all count; values by their +aggregate+ sum, min, max or count
    #
    # In its plain form a single output is "output", and "value" in each row.
    class RuleTable < Value.with(:name, :outputs, :inputs, set: '', note: '', active: true, policy: 'unique', aggregate: nil,
                                                           priorities: [],
                                                           rows: [])
      extend TreeForm

      POLICIES = %w[unique any first priority collect].freeze
      AGGREGATES = %w[sum min max count].freeze

      # A row: tests by input, and values by output.
      class Row < Value.with(:tests, :values, note: '')
        extend TreeForm

        def self.from_tree(tree) = super({ 'values' => [tree['value']] }.merge(tree.except('value')))
        def to_tree = values.size == 1 ? { 'tests' => tests, 'value' => values.first, **super.except('tests', 'values') } : super
      end

      def self.nested = { rows: Row }

      # Plain form; "active" may be a word.
      def self.from_tree(tree)
        super({ 'outputs' => [tree['output']] }.merge(tree.except('output'),
                                                      'active' => YesNo.boolean(tree.fetch('active', true)) != false))
      end

      def to_tree
        return super unless outputs.one?

        tree = super.except('outputs')
        { 'name' => name, 'output' => outputs.first, **tree }
      end

      # The values by priority of each output that is set: "priorities" are lists for each of them, or one list for the first.
      def priorities_by_output = priorities.all?(Array) ? priorities : [priorities]

      # {number of an output that is set => its values by priority}
      def ranks
        set = columns.each_index.select { |at| columns[at].sets? }
        set.zip(priorities_by_output).to_h { |at, list| [at, list.to_a] }
      end

      # "priorities" of these lists: where the first output alone is ranked, its list.
      def self.priorities(lists) = lists.drop(1).any?(&:any?) ? lists : lists.first.to_a

      # The same table with the outputs of these numbers, in this order, as they are ranked, and with their values; one may be there
      # twice.
      def picked(places)
        with(outputs: outputs.values_at(*places), priorities: RuleTable.priorities(ranks.values_at(*places).compact),
             rows: rows.map { |row| row.with(values: row.values.values_at(*places)) })
      end

      # The Output of each column.
      def columns = outputs.map { |text| Output.read(text) }
    end
  end
end
