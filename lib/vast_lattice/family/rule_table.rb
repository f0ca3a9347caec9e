# frozen_string_literal: true

module VastLattice
  class Family
    # A rule table: a decision table after OMG DMN 1.5 (chapter 8). +inputs+ are formulas; each row has one
    # unary test per input ("< 5 mm", "[1..3]", "oak, ash", "-" for any) and the value of the +output+, a
    # parameter. The hit +policy+ says what happens when several rows hit:
    #
    #   unique   at most one may hit           any       several may, if they agree
    #   first    the first one counts          priority  the value that comes first in +priorities+
    #   collect  all count: +aggregate+ sum, min, max or count
    class RuleTable < Value.with(:name, :output, :inputs, set: '', note: '', active: true, policy: 'unique', aggregate: nil, priorities: [],
                                                          rows: [])
      extend TreeForm

      POLICIES = %w[unique any first priority collect].freeze
      AGGREGATES = %w[sum min max count].freeze

      # A row: tests by input, and the value.
      class Row < Value.with(:tests, :value, note: '')
        extend TreeForm
      end

      def self.nested = { rows: Row }

      # Plain form; "active" may be a word.
      def self.from_tree(tree) = super(tree.merge('active' => Words.boolean(tree.fetch('active', true)) != false))
    end
  end
end
