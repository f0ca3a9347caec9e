# frozen_string_literal: true

module VastLattice
  module Checks
    # What is wrong with variants of the tables. Mistakes of the family (rules that disagree, something undefined …) are told
    # each once, with the first variants that show them. What rules and limits refuse on purpose is told only of a row that
    # is in no valid variant at all. Shapes are not looked at.
    class RowErrors
      NAMED = 4
      # What is refused on purpose, perhaps in some combinations only.
      REFUSALS = %i[forbidden not_offered below_least above_most off_step].freeze

      # One mistake: the Finding of the first variant that has it, and the names of all.
      Mistake = Struct.new(:finding, :names)

      def initialize(plan)
        @plan = plan
        @sweep = Sweep.new(plan)
      end

      # Findings of level error.
      def findings
        return [] if !@plan.runnable? || @plan.family.variant_tables.all? { |table| table.rows.empty? }

        @mistakes = {}
        @valid = Hash.new(false)
        @sweep.each { |variant| look(variant) }
        @mistakes.each_value.map { |mistake| told(mistake) } + (@sweep.whole? ? refused : [])
      end

      private

      def look(variant)
        errors = variant.outcome.findings.take_while(&:error?)
        mistakes, refusals = errors.partition { |finding| !REFUSALS.include?(finding.code) }
        mistakes.each { |finding| gather(variant, finding) }
        variant.rows.each { |row| @valid[row] = refusals.first || true unless @valid[row] == true }
      end

      # Cells that cannot be read are told with the definition.
      def gather(variant, finding)
        return if finding.place&.cell? && @plan.findings.include?(finding)

        mistake = (@mistakes[[finding.code, finding.place&.path]] ||= Mistake.new(finding, []))
        mistake.names << variant.name unless mistake.names.last == variant.name
      end

      def told(mistake)
        names = mistake.names.uniq
        more = names.size > NAMED ? " and #{names.size - NAMED} more" : ''
        mistake.finding.with(message: "#{names.first(NAMED).join(', ')}#{more}: #{mistake.finding.message}")
      end

      # Rows that are in no valid variant.
      def refused
        @valid.reject { |_, fine| fine == true }.map do |(table, row), finding|
          Finding.new(code: :row_refused, level: :error, place: Place.at('tables', table, 'rows', row),
                      remedy: 'Change the row, or what refuses it.',
                      message: "Row #{row} of table #{table} is in no valid variant: #{finding.message}")
        end
      end
    end
  end
end
