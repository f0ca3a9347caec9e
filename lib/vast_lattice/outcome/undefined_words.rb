# frozen_string_literal: true

module VastLattice
  class Outcome
    # Words the short findings of a program that speak of what is undefined: values, conditions, limits, prices, labels.
    class UndefinedWords
      # +measured+ as of Late.
      def initialize(outcome, measured = {})
        @outcome = outcome
        @plan = outcome.plan
        @bound = @plan.bound
        @undefined = WhyUndefined.new(outcome, measured)
      end

      # A value or a state, by what decides it.
      def undefined(index)
        target = @plan.targets[index]
        kind, number = Plan::Decider.decode(@outcome.deciders[index])
        case kind
        when :none then nothing_decides(target)
        when :rule then by_rule(target, number)
        when :inherited then @undefined.follows(target.place, target.name, @plan.targets[number].name)
        when :unsettled then found(@bound.ladder(target).rung(Plan::Rung::Applies).condition, Place.at(*target.place.path, 'applies_when'),
                                   "Whether #{target.name} applies")
        when :table then by_table(target, number)
        when :said, :answer, :override then @undefined.follows(target.place, target.name, 'what it is given')
        else own(target, kind)
        end
      end

      # Conditions of a rule: the first that is undefined.
      def undefined_rule(index)
        rule = @bound.source(index)
        first(rule.conditions.each_with_index.map do |condition, at|
          [condition, Place.at('rules', rule.rule.name, *rule.rule.condition_path(at)),
           Wording[:the_condition_of_rule_rule, rule: rule.rule.name]]
        end)
      end

      # Tests and values of a rule table.
      def undefined_table(index)
        table = @bound.source(index)
        first(table.conditions.each_with_index.flat_map do |test, row|
          what = Wording[:row_of_rule_table, row: row + 1, table: table.title]
          decisions = table.consequences[row].grep(Plan::Consequence::Decision)
          [[test, Place.at(*table.place.path, 'rows', row), Wording[:whether_what_hits, what: what]],
           *decisions.map { |decision| [decision.value, decision.place, Wording[:the_value_of_what, what: what]] }]
        end)
      end

      # A limit or step of a parameter, of a rule ([rule, branch]) or of an open column.
      def undefined_limit(index, field, kind, who)
        target = @plan.targets[index]
        what = Wording[:"the_#{field}_allowed_of_target", target: target.name]
        check = @bound.ladder(target).checks.grep(Plan::Check::Between).first
        narrowing = check.narrowing(kind, *who) if kind
        place = narrowing ? narrowing.place : target.place
        found((narrowing || check).public_send(field), Place.at(*place.path, field), what)
      end

      # The amount of a price.
      def undefined_line(index, number)
        _, line = @bound.source(index).placed[number]
        found(line.amount, line.place, Wording[:the_price_of_line, line: line.text])
      end

      # How often a component is there: an entry of its pattern.
      def undefined_count(index, at)
        target = @plan.targets[index]
        measure, typed = @bound.ladder(target).rung(Plan::Rung::Counted).component.measures.to_a[at]
        found(typed, Place.at(*target.place.path, 'pattern', measure.name),
              Wording[:the_pattern_measure_of_subject, measure: measure.label, subject: target.subject.title])
      end

      # Whether an instance is left out.
      def undefined_skip(index, number)
        target = @plan.targets[index]
        component = @bound.ladder(target).rung(Plan::Rung::Counted).component
        @undefined.finding(component.skip, Place.at(*target.place.path, 'pattern', 'skip_when'),
                           Wording[:whether_instance_number_of_subject_is_left, number: number.to_i, subject: target.subject.title],
                           index: number)
      end

      # Labels that are undefined or too long.
      def labels
        written = @plan.labels.written(@outcome.branches)
        @plan.bound.patterns.select { |pattern| @outcome.labels[pattern.name].nil? }.map do |own|
          said = written.fetch(own.name, [])
          next contradicted(own.name, said) if said.map { |_, label| label.pattern }.uniq.size > 1

          pattern = said.any? ? said.first.last.pattern : own
          place = said.any? ? said.first.last.place : Place.at('patterns', pattern.name)
          what = "The #{pattern.name.tr('_', ' ')}"
          first(pattern.formulas.map { |typed| [typed, place, what] }) ||
            Finding.new(code: :undefined, level: :error, place: place, advice: Wording[:shorten_its_pattern],
                        wording: Wording[:what_is_undefined_it_would_be_longer, what: what, longest_text: Formula::Budget::LONGEST_TEXT])
        end
      end

      private

      def contradicted(name, said)
        sources = Wording.both(said.map { |source, _| source.title }.uniq).to_s.sub(/\A./, &:upcase)
        Finding.new(code: :rules_disagree, level: :error, place: Place.at('patterns', name),
                    data: { 'rules' => said.map { |source, _| source.source.name }.uniq },
                    wording: Wording[:sources_write_the_name_differently, sources: sources, name: name.tr('_', ' ')],
                    advice: Wording[:change_the_condition_of_one_or_join])
      end

      def found(typed, place, what) = typed && @undefined.finding(typed, place, what)

      def first(trees)
        trees.each { |typed, place, what| found(typed, place, what).then { |finding| return finding if finding } }
        nil
      end

      def nothing_decides(target)
        column = @bound.ladder(target).column
        return if column && @outcome.pick.rows[column.table].nil? && @bound.tables[column.table].table.rows.any?

        Finding.new(code: :no_value, level: :error, wording: Wording[:target_has_no_value_nothing_decides, target: target.name],
                    place: target.place, advice: Wording[:give_it_a_default_or_mend])
      end

      def by_rule(target, number)
        source = @bound.source(number)
        return @undefined.follows(target.place, target.name, source.title) if source.is_a?(Plan::Bound::RuleTable)

        saying = @bound.ladder(target).saying(number, @outcome.branches[number])
        return @undefined.follows(target.place, target.name, "the condition of #{source.title}") unless saying

        found(saying.value, saying.place, Wording[:what_rule_rule_makes_of_target, rule: saying.rule.rule.name, target: target.name])
      end

      def by_table(target, number)
        table = @bound.tables[number].table
        column = @bound.ladder(target).column
        row = @outcome.pick.rows[number]
        found(column.cells[row], Place.at('tables', table.name, 'rows', table.rows[row].name, 'cells', column.column.target), target.name)
      end

      # Its own formula, default or condition.
      def own(target, kind)
        own = @bound.ladder(target).rung(Plan::Rung::Own)&.typed
        return found(own, ComponentWords.given_place(target), target.name) if target.given?
        return found(own, Place.at(*target.place.path, condition_field(target)), "Whether #{target.name.sub('.', ' is ')}") if target.state?

        found(own, Place.at(*target.place.path, kind == :formula ? 'formula' : 'default'), target.name)
      end

      def condition_field(target) = { built: 'built_when', shown: 'shown_when' }.fetch(target.kind)
    end
  end
end
