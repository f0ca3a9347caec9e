# frozen_string_literal: true

module VastLattice
  class Outcome
    # Who decided one target. +kind+ is of Plan::Decider::KINDS, +word+ the decider as people see it
    # (person, table, rule, formula, default …), +name+ the rule, the table, or the override of the family.
    class Decision < Value.with(:kind, :word, name: nil)
      def self.of(outcome, target)
        kind, index = Plan::Decider.decode(outcome.deciders[target.index])
        return from_parent(outcome, outcome.plan.targets[index]) if kind == :inherited

        sourced = Sourcing.of(outcome, target)
        return new(kind: :shared, word: Plan::Decider::WORDS.fetch(:shared), name: sourced.title) if sourced

        name = called(outcome.plan.family, kind, index)
        new(kind: kind, word: Plan::Decider::WORDS.fetch(kind), name: name)
      end

      # The name of a rule, a rule table, a table or an override of the family; nil for all others.
      def self.called(family, kind, index)
        case kind
        when :rule then family.rule_name(index)
        when :table then family.tables[index].name
        when :override then index.zero? ? nil : family.overrides[index - 1].name
        end
      end
      private_class_method :called

      # Whoever suppressed the feature that this one sits on.
      def self.from_parent(outcome, parent)
        new(kind: :inherited, word: of(outcome, parent).word, name: parent.subject.name)
      end
      private_class_method :from_parent

      # Kinds of deciders that may come from the family around.
      OUTSIDE = %i[answer override said].freeze

      # Whether it may come from further outside than is known here.
      def outside? = OUTSIDE.include?(kind) && name.nil?

      # "table size", "rule Heavy gauge", "person (override)", …
      def to_s
        case kind
        when :override then 'person (override)'
        when :answer then 'person (answer)'
        when :none then 'nobody'
        when :inherited then "suppressed with #{name}"
        when :idle then 'does not apply'
        when :unsettled then 'perhaps does not apply'
        when :said then 'rule outside'
        when :inside then 'component'
        when :shared then name
        else [word, name].compact.join(' ')
        end
      end
    end
  end
end
