# frozen_string_literal: true

module VastLattice
  module Results
    # Rule tables, a sheet each, to be read again.
    class RuleTables < Sheets
      TABLE = Format::Option.new('table', 'Rule table', nil)

      def initialize(kind)
        super('rule_tables', kind, title: 'Rule tables', note: 'a sheet each, to be edited elsewhere and brought in again',
                                   made_from: :family, options: [TABLE])
      end

      def offered?(subject) = super && subject.family.rule_tables.any? && (ending != 'csv' || subject.family.rule_tables.one?)
      def file_name(slug, options = {}) = "#{slug}-#{options['table'].to_s.empty? ? 'rules' : options['table'].tr(' ', '-')}.#{ending}"

      def sheets(subject, options)
        Exchange::RuleTableSheets.write(subject.tables(options['table'], subject.family.rule_tables, kind: 'rule table'))
      end
    end
  end
end
