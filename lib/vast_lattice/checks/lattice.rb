# frozen_string_literal: true

module VastLattice
  module Checks
    # The lattice: features down, variants of one table across, each cell a state with its decider. The
    # other tables stand at the rows of +pick+. Of a long table, +range+ says which rows are shown.
    class Lattice
      # A cell: +state+ :suppressed, :hidden or :shown; +decider+ as a word; +wrong+ if a finding of level
      # error or warning concerns the feature there.
      Cell = Struct.new(:state, :decider, :wrong)
      # A variant across: row name, its Result.
      Column = Struct.new(:name, :result)

      attr_reader :columns, :features

      def initialize(plan, table, pick = Plan::Pick.new, range: (0..))
        @features = plan.family.features
        names = table ? table.rows[range].to_a.map(&:name) : [nil]
        @columns = names.map do |name|
          rows = name ? pick.rows.merge(table.name => name) : pick.rows
          Column.new(name, Result.new(plan, pick.with(rows: rows, answers: {}, overrides: {})))
        end
        @wrong = columns.map { |column| wrong_features(column.result) }
      end

      # The Cell of a feature in the column at +index+.
      def cell(feature, index)
        outcome = columns[index].result.outcome
        Cell.new(outcome.state(feature.name), outcome.state_decider(feature.name).word, @wrong[index].include?(feature.name))
      end

      # Whether a feature has the same state in every variant.
      def constant?(feature) = columns.map { |column| column.result.outcome.state(feature.name) }.uniq.size == 1

      private

      def wrong_features(result)
        result.findings.reject { |finding| finding.level == :note }
              .filter_map { |finding| finding.place&.path&.each_cons(2)&.find { |key, _| key == 'features' }&.last }.to_set
      end
    end
  end
end
