# frozen_string_literal: true

module VastLattice
  class Plan
    # Calls the plan of a component with what its parent gives: what the parent's program calls.
    class Calling
      # +plan+ is that of the component; +given+ are the Targets of the parent that are given here.
      def initialize(plan, given)
        @plan = plan
        @inlets = given.map { |target| target.port.inner }
      end

      PLACES = { override: :override, rule: :rule, said: :rule, table: :answer, answer: :answer, formula: :answer, default: :answer }.freeze

      # Runs: one for each instance in +indexes+, or one alone where that is nil. +values+ of the given Targets, lists by instance
      # where they vary, their +deciders+, what they would be without rules (+besides+, nil where no rule decides any), and
      # Given::Items from further outside.
      def call(indexes, values, deciders, besides, below)
        return [run(values, deciders, besides, below)] unless indexes
        return Array.new(indexes.size, run(values, deciders, besides, below)) if indexes.any? && values.none?(Array)

        indexes.each_index.map { |at| run(at(values, at), deciders, besides && at(besides, at), below) }
      end

      private

      def at(values, instance) = values.map { |value| value.is_a?(Array) ? value[instance] : value }

      def run(values, deciders, besides, below)
        items = []
        @inlets.each_with_index do |inlet, at|
          place = PLACES[Decider::KINDS[deciders[at] % Decider::RADIX]] or next
          items << Given::Item.new(inlet, place, Given.handed(values[at]), place == :rule ? besides&.at(at) : nil)
        end
        items.concat(below) if below
        @plan.run(items)
      end
    end
  end
end
