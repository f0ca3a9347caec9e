# frozen_string_literal: true

module VastLattice
  module Checks
    # Which rows of two tables go together: every pair, with the other tables at the rows of a pick, and why not. Rules,
    # limits and cells count; shapes do not, so that thousands of pairs are told at once.
    class Pairs
      # Most pairs.
      MOST = 40_000

      # Raises Error for more than MOST pairs.
      def initialize(plan, one, other, pick = Plan::Pick.new)
        @plan = plan
        @one = one
        @other = other
        if one.rows.size * other.rows.size > MOST
          raise Error.new("#{one.rows.size} × #{other.rows.size} pairs are too many.", remedy: "Filter to at most #{MOST}.")
        end

        @rows = Plan::PickReader.new(plan).read(Plan::Pick.new(rows: pick.rows)).rows
        @at = [one, other].map { |table| plan.family.table_index(table.name) }
      end

      # Plain form: "down" and "across" name the rows; "cells" by row, each the number of its reason, or -1 where the pair
      # is valid; "reasons" with a message and a remedy; "valid" counts the pairs that are.
      def to_tree
        @reasons = {}
        cells = @one.rows.each_index.map { |row| @other.rows.each_index.map { |column| number(findings(row, column)) } }
        { 'down' => @one.rows.map(&:name), 'across' => @other.rows.map(&:name), 'cells' => cells,
          'reasons' => @reasons.keys.map { |found| { 'text' => found.map(&:first).join(' '), 'remedy' => found.filter_map(&:last).first } },
          'valid' => cells.flatten.count(-1), 'pairs' => cells.flatten.size }
      end

      private

      def findings(row, column)
        rows = @rows.dup
        rows[@at[0]] = row
        rows[@at[1]] = column
        @plan.outcome_at(rows).findings.select(&:error?)
      end

      def number(found)
        return -1 if found.empty?

        @reasons[found.map { |finding| [finding.message, finding.remedy] }] ||= @reasons.size
      end
    end
  end
end
