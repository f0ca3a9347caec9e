# frozen_string_literal: true

module VastLattice
  class Outcome
    # Where values come from that are not of the family itself: a person, a registered source. One reading for reasons, findings, forms
    # and lists.
    module Sourcing
      module_function

      # The Plan::Sourced of a Target, where that decides it now; nil where a person, the family around or something stronger does.
      def of(outcome, target)
        sourced = outcome.plan.sourced[target.index]
        sourced if sourced && Plan::Decider.decode(outcome.deciders[target.index]).first == :answer
      end

      # All of an outcome: {Target => Plan::Sourced}, also those that do not count now.
      def all(outcome) = outcome.plan.sourced.transform_keys { |index| outcome.plan.targets[index] }

      # Plain form of all, for lists: each with the text of its value here and whether it decides.
      def to_tree(outcome)
        all(outcome).map do |target, own|
          { 'name' => target.name, 'title' => target.title, 'source' => own.title, 'key' => own.key, 'where' => own.where,
            'date' => own.date, 'text' => target.text(own.value), 'decides' => of(outcome, target) == own }
        end
      end
    end
  end
end
