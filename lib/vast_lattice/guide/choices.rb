# frozen_string_literal: true

module VastLattice
  module Guide
    # Which choices are not possible now: taken while all else stays, they do not hold, or bring an error that is not there
    # otherwise.
    class Choices
      # Choices of one field that are looked at, such as rows of a long table.
      MOST = 400
      # Shapes that are made for it; of what is beyond them, only what values and rules say is told.
      MOST_SHAPES = 150

      def initialize(filling)
        @trying = Trying.new(filling)
        @state = filling.state
        @present = @trying.all_faults(filling.result.outcome)
        @shapes = 0
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
        return worded(brought.first, outcome.findings + FormState.new(outcome, @state.form, []).own_findings) if brought.any?
        return unless shape?(outcome)

        brought = @trying.all_faults(outcome) - @present
        brought.empty? ? nil : worded(brought.first, Checks::Figures.of(outcome).findings)
      end

      # Whether the shape of an outcome is known, or may be made.
      def shape?(outcome) = Checks::Figures.known(outcome) || (@shapes += 1) <= MOST_SHAPES

      def worded(fault, findings)
        findings.find do |finding|
          finding.error? && finding.code == fault.code && finding.place&.path == fault.place
        end&.message || 'It brings an error.'
      end
    end
  end
end
