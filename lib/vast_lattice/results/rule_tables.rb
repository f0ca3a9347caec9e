# frozen_string_literal: true

module VastLattice
  module Results
    # Rule tables.
    class RuleTables < NamedSheets
      def initialize(kind)
        super('rule_tables', kind, what: 'rule table', title: 'Rule tables',
                                   note: 'a sheet each, to be edited elsewhere and brought in again')
      end

      def named(subject) = subject.family.rule_tables
      def written(_subject, tables) = Exchange::RuleTableSheets.write(tables)
    end
  end
end
