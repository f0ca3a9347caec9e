# frozen_string_literal: true

module VastLattice
  module Guide
    # A filling with some answers changed: what would come of it, and whether that is valid.
    class Trying
      # A code and a place: what tells one error from another, whatever its numbers.
      Fault = Struct.new(:code, :place)

      attr_reader :filling, :fields

      def initialize(filling)
        @filling = filling
        @plan = filling.plan
        @fields = filling.fields
        @own = @fields.any? { |field| field.least || field.most || field.step || field.narrowings.any? }
      end

      # What a field holds now.
      def now(field) = filling.result.outcome.values[field.target.index]

      # Whether a person has answered it, in a way that counts.
      def answered?(field) = filling.given.key?(field) && !filling.dropped.include?(field.target.name)

      # The Outcome with +changes+ {FormField => value}; all that is changed holds, or nil.
      def outcome(changes)
        outcome = filling.settle(filling.given.merge(changes)).outcome
        outcome if changes.all? { |field, value| outcome.values[field.target.index] == value }
      end

      # The same where all else that is answered holds as it does now, too.
      def kept(changes)
        outcome = outcome(changes) or return
        outcome if standing.all? { |field, value| changes.key?(field) || outcome.values[field.target.index] == value }
      end

      # Answers that hold now: {FormField => value}.
      def standing = @standing ||= filling.given.select { |field, value| now(field) == value }

      # Whether everything is right about an outcome, its shape last, which takes longest.
      def valid?(outcome) = faults(outcome).empty? && Checks::Figures.of(outcome).findings.none?(&:error?)

      # Faults of an outcome, without those of its shape; and all of them.
      def faults(outcome) = told(outcome.findings + own(outcome))
      def all_faults(outcome) = faults(outcome) + told(Checks::Figures.of(outcome).findings)

      private

      def own(outcome) = @own ? FormState.new(outcome, filling.form, []).own_findings : []
      def told(findings) = findings.select(&:error?).map { |finding| Fault.new(finding.code, finding.place&.path) }
    end
  end
end
