# frozen_string_literal: true

module VastLattice
  module Guide
    # A filling with some answers changed: what would come of it, and whether that is valid.
    class Trying
      # A code and a place: what tells one error from another, whatever its numbers.
      Fault = Struct.new(:code, :place)

      attr_reader :filling, :fields

      # +shapes+ are those that may be made for it beside those that are known.
      def initialize(filling, shapes: Float::INFINITY)
        @filling = filling
        @shapes = shapes
        @plan = filling.plan
        @fields = filling.fields
        @own = @fields.any? { |field| field.least || field.most || field.step || field.narrowings.any? }
      end

      # What a field holds now.
      def now(field) = filling.result.outcome.value_of(field.target)

      # Whether a person has answered it, in a way that counts.
      def answered?(field) = filling.given.key?(field) && !filling.dropped.include?(field.target.name)

      # The Outcome with +changes+ {FormField => value}; all that is changed holds, or nil.
      def outcome(changes)
        outcome = filling.settle(filling.given.merge(changes)).outcome
        outcome if changes.all? { |field, value| outcome.value_of(field.target) == value }
      end

      # The same where all else that is answered holds as it does now, too.
      def kept(changes)
        outcome = outcome(changes) or return
        outcome if standing.all? { |field, value| changes.key?(field) || outcome.value_of(field.target) == value }
      end

      # Answers that hold now: {FormField => value}.
      def standing = @standing ||= filling.given.select { |field, value| now(field) == value }

      # Whether everything is right about an outcome, as far as its shape may be looked at: that comes last, as it takes longest.
      def valid?(outcome)
        return false if outcome.plainly_wrong? || findings(outcome).any?(&:error?)

        shape_findings(outcome)&.none?(&:error?) || false
      end

      # What the family and the form find in an outcome, without its shape.
      def findings(outcome) = outcome.findings + (@own ? FormState.new(outcome, filling.form, []).own_findings : [])

      # What is found in its shape; nil where that is one more than may be made.
      def shape_findings(outcome)
        return if Variants::Figures.known(outcome).nil? && (@shapes -= 1).negative?

        Variants::Figures.of(outcome).findings
      end

      # The Faults among findings, with the finding of each.
      def self.faults(findings) = findings.select(&:error?).to_h { |finding| [Fault.new(finding.code, finding.place&.path), finding] }
    end
  end
end
