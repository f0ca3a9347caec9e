# frozen_string_literal: true

module VastLattice
  module Guide
    # Which choices are not possible now: taken while all else stays, they do not hold, or bring an error that is not there
    # otherwise.
    class Choices
      # Choices of one field that are looked at, such as rows of a long table.
      MOST = 400

      def initialize(filling)
        @trying = Trying.new(filling)
        @state = filling.state
        @present = @trying.all_faults(filling.result.outcome)
      end

      # {field by its numbers => {entry => why it is not possible now}}
      def to_tree
        seen = @trying.fields.select { |field| field.order.any? && @state.seen?(field) }
        seen.to_h { |field| [field.at, impossible(field)] }.reject { |_, found| found.empty? }
      end

      private

      def impossible(field)
        others = field.order.first(MOST) - [@trying.now(field)]
        others.filter_map { |value| (why = why_not(field, value)) && [@state.entry(field, value), why] }.to_h
      end

      # nil for what is possible.
      def why_not(field, value)
        outcome = @trying.outcome({ field => value })
        return @state.lock(field) || 'Something else decides it.' unless outcome

        brought = @trying.faults(outcome) - @present
        found = outcome.findings
        if brought.empty?
          found = Checks::Figures.of(outcome).findings
          brought = @trying.all_faults(outcome) - @present
        end
        brought.empty? ? nil : worded(brought.first, found + FormState.new(outcome, @state.form, []).own_findings)
      end

      def worded(fault, findings)
        findings.find do |finding|
          finding.error? && finding.code == fault.code && finding.place&.path == fault.place
        end&.message || 'It brings an error.'
      end
    end
  end
end
