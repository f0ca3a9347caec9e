# frozen_string_literal: true

module VastLattice
  class Outcome
    # Words the short findings of a program.
    class FindingWords
      include CountWords

      # The block tells of a name who decides it outside, as a component of another family.
      def initialize(outcome, &outside)
        @outcome = outcome
        @plan = outcome.plan
        @outside = outside || ->(_) { 'a rule outside' }
      end

      # Finding values, worst first, in an order that does not depend on the order of writing.
      def findings(raw)
        found = raw.uniq.map { |code, *details| UNDEFINED.include?(code) ? undefined.public_send(code, *details) : send(code, *details) }
        found += missing_rows(raw) + unused_answers + alternatives + faults + inside
        found += undefined.labels if @outcome.labels.value?(nil)
        return found if found.empty?

        told(found.compact.uniq.sort_by { |finding| [Finding::LEVELS.index(finding.level), finding.to_s] })
      end

      # Findings that are told of one outcome.
      MOST = 200
      UNDEFINED = %i[undefined undefined_rule undefined_table undefined_limit undefined_line undefined_count undefined_skip].freeze
      private_constant :UNDEFINED

      private

      def told(found)
        return found if found.size <= MOST

        more = "There are #{found.size - MOST} more findings."
        [*found.first(MOST), Finding.new(code: :more, level: :note, message: more, remedy: 'Mend the first ones.')]
      end

      def undefined = @undefined ||= UndefinedWords.new(@outcome)

      # Tables of which no row is picked although values wait for one: one finding each.
      def missing_rows(raw)
        return [] if raw.empty?

        waiting = raw.filter_map { |code, index| target(index) if code == :undefined && Decision.of(@outcome, target(index)).kind == :none }
        waiting.group_by { |found| unpicked_table(found) }.filter_map { |table, targets| missing_row(table, targets.map(&:name)) if table }
      end

      # The Family::Table that would decide a target, if it has rows and none of them is picked.
      def unpicked_table(found)
        number = @plan.bound.ladder(found).column&.table
        table = number && @plan.bound.tables[number].table
        table if table&.rows&.any? && @outcome.pick.rows[number].nil?
      end

      def missing_row(table, names)
        listed = "#{names.first(6).join(', ')}#{', …' if names.size > 6} #{names.size == 1 ? 'has' : 'have'}"
        Finding.new(code: :no_row, level: :error, place: Place.at('tables', table.name), remedy: 'Pick a row, or answer them.',
                    message: "No row of table #{table.name} is picked, so #{listed} no value.")
      end

      # Cells of the picked rows that cannot be read.
      def faults
        @plan.bound.tables.flat_map { |table| (row = @outcome.pick.rows[table.index]) ? table.faults.fetch(row, []) : [] }
      end

      # Findings of components that are built; those that instances share are told once.
      def inside
        @outcome.placings.select(&:built?).flat_map do |placing|
          placing.kinds.flat_map { |outcome, numbers| of(placing, outcome).map { |finding| finding.within(placing.path(numbers)) } }
        end
      end

      # The findings of a component's outcome. Only where rules of several levels disagree does it matter who is outside.
      def of(placing, outcome)
        return outcome.findings unless outcome.disagrees?

        outcome.findings { |name| outside(Name.of(placing.decider, name)) }
      end

      def outside(name)
        given = @plan.symbols.given(name)
        decision = given && Decision.of(@outcome, given)
        decision&.kind == :rule ? "rule \"#{decision.name}\" outside" : @outside.call(name)
      end

      def target(index) = @plan.targets[index]
      def said(target) = "#{target.name} is #{text(target, @outcome.values[target.index])}"

      def error(code, target, message, remedy, **about)
        Finding.new(code: code, level: :error, message: message, remedy: remedy, place: target.place, about: about.transform_keys(&:to_s))
      end

      def not_whole(index)
        found = target(index)
        error(:not_whole, found, "#{said(found)}, but a count is a whole number.", 'Use floor, ceiling or round_to.')
      end

      def below_least(index, least, nearest, who)
        found = target(index)
        error(:below_least, found, "#{said(found)}, below the least allowed, #{text(found, least)}#{by(who)}.", nearest(found, nearest))
      end

      def above_most(index, most, nearest, who)
        found = target(index)
        error(:above_most, found, "#{said(found)}, above the most allowed, #{text(found, most)}#{by(who)}.", nearest(found, nearest))
      end

      def off_step(index, start, step, nearest)
        found = target(index)
        error(:off_step, found, "#{said(found)}, which is not in steps of #{text(found, step)} from #{text(found, start)}.",
              nearest(found, nearest))
      end

      def nearest(found, value) = value && "The nearest allowed value is #{text(found, value)}."

      # A value in the unit in which it is shown.
      def text(target, value) = target.text(value, @outcome.shown_in(target))

      # Who narrowed a limit, unless it is the parameter's own.
      def by(who)
        kind, number = who
        case kind
        when :rule then " by rule \"#{@plan.family.rule_name(number.first)}\""
        when :table then " by table #{@plan.family.tables[number].name}"
        end
      end

      def nothing_left(index, least, most, step, by)
        found = target(index)
        steps = step && least <= most ? ", in steps of #{text(found, step)}" : ''
        error(:nothing_left, found, "No value of #{found.name} is allowed: from #{text(found, least)}#{by(by[0])} to " \
                                    "#{text(found, most)}#{by(by[1])}#{steps} there is none.", 'Widen a limit.')
      end

      def impossible_step(index, step)
        found = target(index)
        error(:impossible_step, found, "The step of #{found.name} is #{text(found, step)}; it must be above zero.", 'Change it.')
      end

      def not_offered(index, choices)
        found = target(index)
        offered = choices.map { |choice| text(found, choice) }
        message = "#{said(found)}, which is not offered#{' in this combination' if offered.any?}."
        remedy = offered.empty? ? 'The rules leave no choice: mend them.' : "Choose #{offered.join(' or ')}."
        error(:not_offered, found, message, remedy)
      end

      # A rule of a parent and one of the family.
      def disagree_outside(index, outside, own, decider)
        found = target(index)
        name = @plan.family.rule_name(Plan::Decider.decode(decider).last)
        error(:rules_disagree, found, "Rules disagree on #{found.name}: #{@outside.call(found.name)} says " \
                                      "#{text(found, outside)}, \"#{name}\" here says #{text(found, own)}. None of them decides it.",
              'Change the condition of one.', rules: [name])
      end

      # A row that a parent picks.
      def no_such_row(index, name)
        found = target(index)
        error(:unknown_name, found, "There is no row \"#{name}\" in table #{found.subject.name}.",
              Nearest.remedy(name, found.type.choices, kind: 'row'))
      end

      # +said+ lists pairs of rule index and value.
      def disagree(index, said)
        found = target(index)
        names = said.map { |rule, _| @plan.family.rule_name(rule) }
        words = names.zip(said).map { |name, (_, value)| "\"#{name}\" says #{text(found, value)}" }.join(', ')
        error(:rules_disagree, found, "Rules disagree on #{found.name}: #{words}. None of them decides it.",
              'Change the condition of one, or join them in one else-if chain.', rules: names.uniq)
      end

      # +hits+ lists pairs of row and value; rows alone where the table decides nothing.
      def hit_clash(table, index, hits)
        found = target(index) if index
        rows = hits.map { |row, value| found ? "row #{row + 1} says #{text(found, value)}" : "row #{row + 1}" }
        name = @plan.family.rule_name(table)
        Finding.new(code: :hit_clash, level: :error, place: Place.at('rule_tables', name),
                    message: "Rows of rule table \"#{name}\" that may not hit together do: #{rows.join(', ')}. None of them decides.",
                    remedy: 'Narrow their tests, or choose another hit policy.')
      end

      # Rows that must agree say different things by an output that adds or narrows.
      def output_clash(table, output, rows)
        name = @plan.family.rule_name(table)
        column = @plan.bound.source(table).table.outputs[output]
        Finding.new(code: :hit_clash, level: :error, place: Place.at('rule_tables', name),
                    message: "Rows #{rows.map(&:succ).join(', ')} of rule table \"#{name}\" must agree, but say different " \
                             "things in the column \"#{column}\". None of them counts there.",
                    remedy: 'Narrow their tests, let them say the same, or choose another hit policy.')
      end

      def notice(rule, level, text)
        Outcome.notice(@plan.bound.source(rule), level, text)
      end

      # Groups of which too many or too few are built.
      def alternatives
        @plan.family.alternatives.filter_map do |group|
          states = group.features.map { |feature| @outcome.state(feature) }
          built = group.features.zip(states).reject { |_, state| state == :suppressed }.map(&:first)
          next if group.allows?(built.size) || states.include?(:undefined)

          wanted = group.none ? 'At most one' : 'Exactly one'
          found = built.empty? ? 'none is' : "built: #{built.join(', ')}"
          Finding.new(code: :alternatives, level: :error, place: Place.at('alternatives', group.name),
                      message: "#{wanted} of #{group.features.join(', ')} may be built; #{found}.",
                      remedy: 'Change their conditions so that they exclude each other.')
        end
      end

      # What a person answers, and what a family around gives.
      def unused(target, value, who)
        what, remedy = if @outcome.pick.pick == :given
                         ['The value %s that is given for %s', 'Do not give it, or let a rule decide it.']
                       else
                         ['The answer %s for %s', 'Pick another row, or override it.']
                       end
        Finding.new(code: :answer_unused, level: :warning, place: target.place, remedy: remedy,
                    message: "#{format(what, text(target, value), target.name)} is not used: #{who}.")
      end

      # What a source and the family around both give.
      def two_sources(index, value)
        own = target(index)
        words = "#{own.name} comes from #{@outcome.plan.sourced.fetch(index).called}, and #{text(own, value)} is given for it."
        error(:two_sources, own, words, 'Do not give it, or take it from no source.')
      end

      # What a parent gives under a rule of its own is there in case that a rule here says otherwise.
      def said_besides?(index) = @outcome.pick.overrides[index].is_a?(Plan::Given::Said)

      # Answers that were given but do not decide, because something stronger does.
      def unused_answers
        return [] if @outcome.pick.answers.all?(&:nil?)

        @outcome.pick.answers.each_with_index.filter_map do |value, index|
          next if value.nil? || @outcome.plan.sourced.key?(index)

          decision = Decision.of(@outcome, target(index))
          next if %i[answer override said].include?(decision.kind) || said_besides?(index)

          unused(target(index), Plan::Given.taken(value), decision.kind == :idle ? 'it does not apply now' : "#{decision} decides it")
        end
      end
    end
  end
end
