# frozen_string_literal: true

module VastLattice
  module Results
    # Rule tables as decisions (OMG DMN 1.3).
    class Decisions < Format
      def initialize = super('rules.dmn', title: 'Decisions', note: 'the rule tables, for other programs', made_from: :family)
      def offered?(subject) = super && subject.family.rule_tables.any?
      def write(subject, _options) = Exchange::DecisionFile.write(subject.plan)
    end
  end
end
