# frozen_string_literal: true

module VastLattice
  class Outcome
    # Rebuilds reasons from a plan and an outcome, on demand.
    class Because
      include PassedOver

      # +instance+ is the number of an instance and its position among those that there are: of it alone it is told then.
      def initialize(outcome, instance = nil)
        @outcome = outcome
        @instance = instance
        @plan = outcome.plan
        @bound = @plan.bound
      end

      # The Reason of a Target.
      def reason(target)
        decision = Decision.of(@outcome, target)
        own = send(:"by_#{decision.kind}", target, decision)
        Reason.new(subject: target.name, value: text(target), decision: decision, over: passed_over(target, decision), **own)
      end

      private

      def text(target) = @outcome.text_of(target, @instance&.last)
      def own(target) = @bound.ladder(target).rung(Plan::Rung::Own)&.typed
      def applies(target) = @bound.ladder(target).rung(Plan::Rung::Applies).condition

      def uses(*trees)
        variables = trees.compact.flat_map(&:variables).uniq
        known = variables.select { |variable| @bound.targets[variable.index] }
        index = @instance && (variables - known).any? { |variable| variable.name == Plan::Symbols::INDEX }
        told = known.to_h { |variable| [variable.name, text(@bound.targets[variable.index])] }
        index ? told.merge('index' => @instance.first.to_s) : told
      end

      def numbers(uses) = uses.map { |name, value| "#{name} is #{value}" }.join(', ')

      # "set to A (a is 1, b is 2)"
      def with_numbers(words, uses) = uses.empty? ? "#{words}." : Wording[:words_where_numbers, words: words, numbers: numbers(uses)]

      def by_override(target, decision)
        override = decision.name && @plan.family.overrides.find { |own| own.name == decision.name }
        return kept_override(target, override) if override

        where = @outcome.pick.overrides[target.index].nil? ? 'settled it by hand' : 'overrode it'
        { sentence: Wording[:a_person_where_target, where: where, target: text(target)], place: target.place }
      end

      def kept_override(target, override)
        where = override.rows.map { |table, row| " in row #{row} of table #{table}" }.join(' and')
        signed = override.signature.then { |signature| " (#{signature})" unless signature.empty? }
        said = Wording[:a_person_overrode_it_where_target, where: where, target: text(target), reason: override.reason, signed: signed]
        { sentence: said, text: override.reason, place: Place.at('overrides', override.name) }
      end

      # By a registered source.
      def by_shared(target, _decision)
        sourced = @plan.sourced.fetch(target.index)
        { sentence: Wording[:sourced_says_target, sourced: sourced.called, target: text(target)], text: target.subject.source,
          place: Place.at(*target.place.path, 'source') }
      end

      def by_answer(target, _decision)
        verb = target.kind == :row ? 'picked' : 'answered'
        { sentence: Wording[:a_person_verb_target, verb: verb, target: text(target)], place: target.place }
      end

      def by_rule(target, decision)
        saying = applied(target, decision)
        return by_rule_table(target, decision) || by_open_rule(decision) unless saying

        rule = saying.rule
        condition = rule.conditions[saying.branch]
        used = condition ? uses(condition, saying.value) : uses(*rule.conditions, saying.value)
        typed = condition_text(rule, saying.branch)
        said = Wording[:rule_rule_makes_it_target_typed, rule: rule.rule.name, target: text(target), typed: typed]
        { sentence: with_numbers(said, used), text: typed, uses: used, place: Place.at('rules', rule.rule.name) }
      end

      # A rule of which it is undefined whether it applies.
      def by_open_rule(decision)
        rule = @bound.rules.find { |bound| bound.rule.name == decision.name }
        used = uses(*rule.conditions)
        { sentence: with_numbers(Wording[:rule_decision_would_decide, decision: decision.name], used),
          text: rule.rule.branches.map(&:condition).join('; '), uses: used, place: Place.at('rules', decision.name) }
      end

      # The rows that hit, with their tests.
      def by_rule_table(target, decision)
        bound = @bound.rule_tables.find { |table| table.table.name == decision.name } or return
        used = uses(*bound.conditions, *bound.decisions.fetch(target).map { |decision| decision&.value })
        said = Wording[:rule_table_decision_makes_it_target,
                       decision: decision.name, target: text(target), hits: hits(bound), policy: bound.table.policy]
        { sentence: with_numbers(said, used),
          text: bound.table.inputs.join('; '), uses: used, place: Place.at('rule_tables', decision.name) }
      end

      def hits(bound)
        rows = bound.conditions.each_index.select { |row| holds?(bound.conditions[row]) }
        rows.map { |row| "row #{row + 1} (#{bound.table.rows[row].tests.join('; ')})" }.join(', ')
      end

      # Whether a condition holds in this outcome.
      def holds?(condition)
        Formula::Evaluator.new(@plan.lists) { |variable| @outcome.values[variable.index] }.settled(condition)
      end

      def applied(target, decision)
        branches = @bound.ladder(target).sayings.reject(&:table?)
        branches.find { |saying| saying.rule.rule.name == decision.name && @outcome.branches[saying.index] == saying.branch }
      end

      # "because length > 600 mm", "otherwise, as length > 600 mm does not hold"
      def condition_text(rule, branch)
        conditions = rule.rule.branches.map(&:condition)
        return "because #{conditions[branch]}" if branch < conditions.size

        "otherwise, as #{conditions.join(' and ')} #{conditions.size == 1 ? 'does' : 'do'} not hold"
      end

      def by_table(target, decision)
        table = @plan.family.table(decision.name)
        row = table.rows[@outcome.pick.rows[@plan.family.tables.index(table)]]
        column = @bound.ladder(target).column
        entry = row.cell(column.column.target)
        typed = column.cells[table.rows.index(row)]
        used = uses(typed)
        said = Wording[:row_row_of_table_table_says_entry, row: row.name, table: table.name, entry_text: entry_text(entry, target)]
        { sentence: with_numbers(said, used),
          text: entry, uses: used, place: Place.at('tables', table.name, 'rows', row.name, 'cells', column.column.target) }
      end

      def entry_text(entry, target)
        typed = text(target)
        typed == entry.strip || typed.start_with?("#{entry.strip} ") ? typed : Wording[:entry_which_is_typed, entry: entry, typed: typed]
      end

      def by_formula(target, _decision)
        return ComponentWords.count(target, @bound.ladder(target), text(target)) if target.kind == :count

        used = uses(own(target))
        return by_component(target, used) if target.given?
        return by_condition(target, used) unless target.value?

        { sentence: with_numbers(Wording[:its_formula_formula_gives_target, formula: target.subject.formula, target: text(target)], used),
          text: target.subject.formula, uses: used, place: Place.at(*target.place.path, 'formula') }
      end

      def by_component(target, used)
        typed = ComponentWords.given_text(target)
        said = Wording[:component_subject_gives_it_entry_text, subject: target.subject.name, entry_text: entry_text(typed, target)]
        { sentence: with_numbers(said, used), text: typed, uses: used, place: ComponentWords.given_place(target) }
      end

      def by_said(target, _decision) = ComponentWords.said(target, text(target))
      def by_inside(target, _decision) = ComponentWords.inside(target)

      def by_condition(target, used)
        field = target.kind == :built ? :built_when : :shown_when
        condition = target.subject.public_send(field)
        holds = { true => 'holds', false => 'does not hold', nil => 'is undefined' }.fetch(@outcome.values[target.index])
        said = Wording[:its_own_condition_condition_holds, condition: condition, holds: holds]
        { sentence: with_numbers(said, used), text: condition, uses: used, place: Place.at(*target.place.path, field) }
      end

      def by_default(target, _decision)
        return by_component(target, uses(own(target))) if target.given?
        return { sentence: Wording[:the_part_says_so_target, target: text(target)], place: target.place } if target.look?
        return unless_decided(target) unless target.value?

        used = uses(own(target))
        { sentence: with_numbers(Wording[:nothing_else_decides, entry_text: entry_text(target.subject.default, target)], used),
          text: target.subject.default, uses: used, place: Place.at(*target.place.path, 'default') }
      end

      def unless_decided(target)
        what = target.subject.is_a?(Family::Component) ? 'A component' : 'A feature'
        { sentence: Wording[:what_is_target_unless_something_decides_otherwise, what: what, target: text(target)], place: target.place }
      end

      def by_idle(target, _decision)
        used = uses(applies(target))
        condition = target.subject.applies_when
        { sentence: with_numbers(Wording[:it_does_not_apply_now_condition_does, condition: condition], used), text: condition, uses: used,
          place: Place.at(*target.place.path, 'applies_when') }
      end

      def by_unsettled(target, _decision)
        used = uses(applies(target))
        condition = target.subject.applies_when
        said = Wording[:whether_it_applies_is_undefined_condition, condition: condition]
        { sentence: with_numbers(said, used), text: condition, uses: used, place: Place.at(*target.place.path, 'applies_when') }
      end

      def by_inherited(target, decision)
        parent = @outcome.target("#{decision.name}.built")
        on = parent.subject.is_a?(Family::Part) ? 'It belongs to' : 'It sits on'
        { sentence: Wording[:on_subject_which_is_state, on: on, subject: parent.subject.title, state: @outcome.state(parent.subject.name)],
          uses: { parent.name => text(parent) },
          place: Place.at(*target.place.path, *('on' if on == 'It sits on')) }
      end

      def by_none(target, _decision)
        return { sentence: Wording[:no_row_is_picked], place: target.place } if target.kind == :row

        { sentence: Wording[:nothing_decides_it_and_it_has_no], place: target.place }
      end
    end
  end
end
