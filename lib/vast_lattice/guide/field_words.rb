# frozen_string_literal: true

module VastLattice
  module Guide
    # What is said of a field in the words of its form alone: by titles and answers, never by names of rules or tables.
    class FieldWords
      # +fields+ are the Plan::FormFields of the form.
      def initialize(state, outcome, fields)
        @state = state
        @outcome = outcome
        @fields = fields.select(&:target)
      end

      # Which answers decide it: "Your other answers decide it: Finish galvanised."
      def decided(field, decision)
        others = @fields.select { |own| own != field && deciding(decision).include?(own.target.name) }
        told = others.map { |own| "#{own.title} #{now(own)}" }.join(', ')
        told.empty? ? Wording[:your_other_answers_decide] : Wording[:your_other_answers_decide_it_told, told: told]
      end

      # What it is, and what it could be with the other answers.
      def possible(field)
        words = Wording[:field_is_now_which_does_not_go, field: field.title, now: now(field)]
        left = @state.allowed(field)
        parts = field.ranged? ? { 'from' => left.least, 'to' => left.most, 'in steps of' => left.step }.compact : {}
        return "#{words}." if parts.empty?

        Wording[:words_possible_is_parts, words: words, parts: parts.map { |word, amount|
          "#{word} #{@state.text(field, amount)}"
        }.join(' ')]
      end

      private

      def now(field) = @state.text(field, @state.value(field))

      # Names of what the conditions read that led to a decision, up to the branch that was taken.
      def deciding(decision)
        return [Name.of(decision.name, 'row').to_s] if decision.kind == :table

        plan = @outcome.plan
        rule = plan.bound.rules.find { |bound| bound.source.name == decision.name } if decision.kind == :rule
        taken = rule && @outcome.branches[rule.index]
        taken ? Plan::Dependencies.new(plan).inputs(rule.conditions.first(taken + 1)) : []
      end
    end
  end
end
