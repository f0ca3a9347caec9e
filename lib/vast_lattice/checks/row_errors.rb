# frozen_string_literal: true

module VastLattice
  module Checks
    # What is wrong with variants of the tables. Mistakes of the family (rules that disagree, something undefined …) are told
    # each once, with the first variants that show them. What rules and limits refuse on purpose is told only of a row that
    # is in no valid variant at all. Shapes are not looked at.
    class RowErrors
      # What is refused on purpose, perhaps in some combinations only.
      REFUSALS = %i[forbidden not_offered below_least above_most off_step].freeze

      # +tick+ as of Sweep.
      def initialize(plan, tick: nil)
        @plan = plan
        @sweep = Sweep.new(plan, tick: tick)
      end

      # Findings of level error.
      def findings = found.map(&:told)

      # The same as Gathering::Found values.
      def found
        return [] if !@plan.runnable? || @plan.family.variant_tables.all? { |table| table.rows.empty? }

        @mistakes = Gathering.new
        @valid = Hash.new(false)
        @sweep.each { |variant| look(variant) }
        @mistakes.to_a + (@sweep.whole? ? refused : [])
      end

      private

      def look(variant)
        errors = variant.outcome.findings.take_while(&:error?)
        mistakes, refusals = errors.partition { |finding| !REFUSALS.include?(finding.code) }
        # Cells that cannot be read are told with the definition.
        mistakes.each { |finding| @mistakes.add(finding, variant) unless finding.place&.cell? && @plan.findings.include?(finding) }
        variant.rows.each { |row| @valid[row] = refusals.first || true unless @valid[row] == true }
      end

      # Rows that are in no valid variant.
      def refused
        @valid.reject { |_, fine| fine == true }.map do |(table, row), finding|
          told = Finding.new(code: :row_refused, level: :error, place: Place.at('tables', table, 'rows', row),
                             advice: Wording[:change_the_row_or_what_refuses],
                             wording: Wording[:row_row_of_table_table, row: row, table: table, finding: finding.wording])
          Gathering::Found.new(finding: told, rows: { table => row })
        end
      end
    end
  end
end
