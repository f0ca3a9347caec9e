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
        @trying = Trying.new(filling, shapes: MOST_SHAPES)
        @state = filling.state
        @present = Trying.faults(filling.findings)
      end

      # {field by its numbers => {entry => why it is not possible now}}
      def to_tree
        seen = @trying.fields.select { |field| field.order.any? && @state.seen?(field) }
        seen.to_h { |field| [field.at, impossible(field)] }.reject { |_, found| found.empty? }
      end

      private

      def impossible(field)
        others = field.order.first(MOST) - [@trying.now(field)]
        others.filter_map { |value| (why = why_not(field, value)) && [field.entry(value), why] }.to_h
      end

      # nil for what is possible.
      def why_not(field, value)
        outcome = @trying.outcome({ field => value })
        return @state.lock(field) || Wording[:something_else_decides] unless outcome

        brought(@trying.findings(outcome)) || brought(@trying.shape_findings(outcome).to_a)
      end

      # The words of the first error that is not there otherwise.
      def brought(findings)
        _, fresh = Trying.faults(findings).find { |fault, _| !@present.key?(fault) }
        fresh && @state.words(fresh)
      end
    end
  end
end
