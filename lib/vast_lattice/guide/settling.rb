# frozen_string_literal: true

module VastLattice
  module Guide
    # What comes of answers to a form. An answer to what is not there, or locked, does not count: answers are dropped, one by one
    # in the order of the form, until none of those that are left is closed. Where nobody answers, the defaults of the form stand.
    class Settling
      # The Outcome, and the FormFields whose answers were dropped.
      Settled = Struct.new(:outcome, :dropped)

      attr_reader :fields

      # Raises Plan::Broken.
      def initialize(plan, form)
        plan.ensure_runnable
        @plan = plan
        @form = form
        @fields = plan.form_fields.fetch(form.name).select(&:answered?)
        @nothing = Array.new(plan.targets.size).freeze
      end

      # +given+ are answers as the program holds them, by FormField; of rows their names, nil for none.
      def settle(given)
        dropped = []
        loop do
          outcome = outcome_of(given, dropped)
          flags = Flags.new(@plan, @form, outcome.values)
          # What follows from an answer that does not count closes nothing.
          more = fields.find { |field| given.key?(field) && !dropped.include?(field) && flags.closed?(field) }
          return Settled.new(outcome, dropped) unless more

          dropped << more
        end
      end

      private

      def outcome_of(given, dropped)
        rows = Array.new(@plan.family.tables.size)
        answers = @nothing.dup
        @fields.each do |field|
          value = given.key?(field) && !dropped.include?(field) ? given[field] : field.default
          next if value.nil?

          field.target.kind == :row ? put_row(rows, field.target.subject, value) : answers[field.target.index] = value
        end
        Outcome.of(@plan, Plan::FoundPick.new(rows: rows, answers: answers, overrides: @nothing, pick: nil))
      end

      def put_row(rows, table, name) = rows[@plan.family.table_index(table.name)] = table.row_index(name)
    end
  end
end
