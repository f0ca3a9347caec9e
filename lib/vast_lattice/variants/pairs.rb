# frozen_string_literal: true

module VastLattice
  module Variants
    # Which rows of two tables go together: every pair, with the other tables at the rows of a pick, and why not. Rules,
    # limits and cells are looked at here; shapes and part numbers as far as Verdicts know them.
    class Pairs
      # Most pairs.
      MOST = 40_000

      # What is only known from a Review.
      ELSEWHERE = Finding.new(code: :not_valid, level: :error, wording: Wording[:its_shape_or_its_part_number],
                              advice: Wording[:the_findings_of_the_whole_family_say])
      private_constant :ELSEWHERE

      # Raises Error for more than MOST pairs.
      def initialize(plan, one, other, pick = Plan::Pick.new, verdicts: Verdicts.new(plan, nil))
        @plan = plan
        @verdicts = verdicts
        @one = one
        @other = other
        if one.rows.size * other.rows.size > MOST
          raise Error.new(Wording[:so_many_pairs_are_too_many, rows: one.rows.size, other: other.rows.size],
                          remedy: Wording[:filter_to_at_most_most, most: MOST])
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
        found = @plan.outcome_at(rows).findings.select(&:error?)
        found.empty? && @verdicts.level(rows) == :error ? [ELSEWHERE] : found
      end

      def number(found)
        return -1 if found.empty?

        @reasons[found.map { |finding| [finding.message, finding.remedy] }] ||= @reasons.size
      end
    end
  end
end
