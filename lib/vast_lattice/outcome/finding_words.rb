# frozen_string_literal: true

module VastLattice
  class Outcome
    # Words the short findings of a program.
    class FindingWords
      include CountWords
      include DisagreementWords

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

        more = Wording[:there_are_found_more_findings, found: found.size - MOST]
        [*found.first(MOST), Finding.new(code: :more, level: :note, wording: more, advice: Wording[:mend_the_first_ones])]
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
        Finding.new(code: :no_row, level: :error, place: Place.at('tables', table.name), advice: Wording[:pick_a_row_or_answer_them],
                    wording: Wording[:no_row_of_table_table_is_picked, table: table.name, listed: listed])
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
      def said(target) = Wording[:target_is_value, target: target.name, value: text(target, @outcome.values[target.index])]

      def error(code, target, message, remedy, **data)
        Finding.new(code: code, level: :error, wording: message, advice: remedy, place: target.place, data: data.transform_keys(&:to_s))
      end

      def not_whole(index)
        found = target(index)
        error(:not_whole, found, Wording[:said_but_a_count_is_a_whole, said: said(found)], Wording[:use_floor_ceiling_or_round])
      end

      def below_least(index, least, nearest, who)
        found = target(index)
        error(:below_least, found, Wording[:said_below_the_least_allowed_least, said: said(found), least: text(found, least), by: by(who)],
              nearest(found, nearest))
      end

      def above_most(index, most, nearest, who)
        found = target(index)
        error(:above_most, found, Wording[:said_above_the_most_allowed_most, said: said(found), most: text(found, most), by: by(who)],
              nearest(found, nearest))
      end

      def off_step(index, start, step, nearest)
        found = target(index)
        error(:off_step, found, Wording[:said_which_is_not_in_steps, said: said(found), step: text(found, step), start: text(found, start)],
              nearest(found, nearest))
      end

      def nearest(found, value) = value && Wording[:the_nearest_allowed_value_is_value, value: text(found, value)]

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
        error(:nothing_left, found,
              Wording[:no_value_of_target_is_allowed,
                      target: found.name, least: text(found, least), least_by: by(by[0]), most: text(found, most), most_by: by(by[1]),
                      steps: steps], Wording[:widen_a_limit])
      end

      def impossible_step(index, step)
        found = target(index)
        error(:impossible_step, found, Wording[:the_step_of_target_is_step, target: found.name, step: text(found, step)],
              Wording[:change_it])
      end

      def not_offered(index, choices)
        found = target(index)
        offered = choices.map { |choice| text(found, choice) }
        if offered.empty?
          error(:not_offered, found, Wording[:said_which_is_not_offered, said: said(found)], Wording[:the_rules_leave_no_choice_mend_them])
        else
          error(:not_offered, found, Wording[:said_which_is_not_offered_in_this_combination, said: said(found)],
                Wording[:choose_choice, choice: Wording.either(offered)])
        end
      end

      # A row that a parent picks.
      def no_such_row(index, name)
        found = target(index)
        error(:unknown_name, found, Wording[:there_is_no_row_name_in_table, name: name, subject: found.subject.name],
              Nearest.remedy(name, found.type.choices, kind: 'row'), name: name)
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

          wanted = group.none ? Wording[:at_most_one] : Wording[:exactly_one]
          found = built.empty? ? Wording[:none_is] : Wording[:built_features, features: built]
          Finding.new(code: :alternatives, level: :error, place: Place.at('alternatives', group.name),
                      wording: Wording[:wanted_of_features_may_be_built_found, wanted: wanted, features: group.features, found: found],
                      advice: Wording[:change_their_conditions_so_that_they_exclude])
        end
      end

      # What a person answers, and what a family around gives.
      def unused(target, value, who)
        what, remedy = if @outcome.pick.pick == :given
                         [:the_value_that_is_given_for_target, Wording[:do_not_give_it_or_let]]
                       else
                         [:the_answer_for_target, Wording[:pick_another_row_or_override]]
                       end
        Finding.new(code: :answer_unused, level: :warning, place: target.place, advice: remedy,
                    wording: Wording[:target_is_not_used_who,
                                     target: Wording[what, value: text(target, value), target: target.name], who: who])
      end

      # What a source and the family around both give.
      def two_sources(index, value)
        own = target(index)
        words = Wording[:target_comes_from_source_and_value_is_given, target: own.name, source: @outcome.plan.sourced.fetch(index).called,
                                                                      value: text(own, value)]
        error(:two_sources, own, words, Wording[:do_not_give_it_or_take])
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
