# frozen_string_literal: true

module VastLattice
  class Outcome
    # Words the short findings of a program.
    class FindingsReader
      def initialize(outcome)
        @outcome = outcome
        @plan = outcome.plan
      end

      # Finding values, worst first, in an order that does not depend on the order of writing.
      def findings(raw)
        found = raw.uniq.map { |code, *details| send(code, *details) } + unused_answers + alternatives + faults
        found.sort_by { |finding| [Finding::LEVELS.index(finding.level), finding.to_s] }
      end

      private

      # Cells of the picked rows that cannot be read.
      def faults
        @plan.bound.tables.flat_map { |table| (row = @outcome.pick.rows[table.index]) ? table.faults.fetch(row, []) : [] }
      end

      def target(index) = @plan.targets[index]
      def said(target) = "#{target.name} is #{target.text(@outcome.values[target.index])}"

      def error(code, target, message, remedy)
        Finding.new(code: code, level: :error, message: message, remedy: remedy, place: target.place)
      end

      def no_value(index)
        found = target(index)
        decision = Decision.of(@outcome, found)
        reason = decision.kind == :none ? 'nothing decides it' : "its #{decision.word} gives none (a division by zero, perhaps)"
        error(:no_value, found, "#{found.name} has no value: #{reason}.", 'Give it a default, or mend its formula.')
      end

      def not_whole(index)
        found = target(index)
        error(:not_whole, found, "#{said(found)}, but a count is a whole number.", 'Use floor, ceiling or round_to.')
      end

      def below_least(index, least)
        found = target(index)
        error(:below_least, found, "#{said(found)}, below the least allowed, #{found.text(least)}.",
              "The nearest allowed value is #{found.text(least)}.")
      end

      def above_most(index, most)
        found = target(index)
        error(:above_most, found, "#{said(found)}, above the most allowed, #{found.text(most)}.",
              "The nearest allowed value is #{found.text(most)}.")
      end

      def off_step(index, start, step)
        found = target(index)
        nearest = (((@outcome.values[index] - start) / step).round * step) + start
        error(:off_step, found, "#{said(found)}, which is not in steps of #{found.text(step)} from #{found.text(start)}.",
              "The nearest allowed value is #{found.text(nearest)}.")
      end

      def not_offered(index, choices)
        found = target(index)
        return if found.type.number? && !@outcome.values[index].finite?

        offered = choices.map { |choice| found.text(choice) }
        message = "#{said(found)}, which is not offered#{' in this combination' if offered.any?}."
        remedy = offered.empty? ? 'The rules leave no choice: mend them.' : "Choose #{offered.join(' or ')}."
        error(:not_offered, found, message, remedy)
      end

      # +said+ lists pairs of rule index and value.
      def disagree(index, said)
        found = target(index)
        words = said.map { |rule, value| "\"#{@plan.family.rule_name(rule)}\" says #{found.text(value)}" }
        error(:rules_disagree, found, "Rules disagree on #{found.name}: #{words.join(', ')}. None of them decides it.",
              'Change the condition of one, or join them in one else-if chain.')
      end

      # +hits+ lists pairs of row and value.
      def hit_clash(table, index, hits)
        found = target(index)
        rows = hits.map { |row, value| "row #{row + 1} says #{found.text(value)}" }
        name = @plan.family.rule_name(table)
        Finding.new(code: :hit_clash, level: :error, place: Place.at('rule_tables', name),
                    message: "Rows of rule table \"#{name}\" that may not hit together do: #{rows.join(', ')}. None of them decides.",
                    remedy: 'Narrow their tests, or choose another hit policy.')
      end

      def notice(rule, level, text)
        name = @plan.family.rules[rule].name
        Finding.new(code: level == :error ? :forbidden : :warned, level: level, message: text, place: Place.at('rules', name),
                    remedy: "Said by rule \"#{name}\".")
      end

      # Groups of which too many or too few are built.
      def alternatives
        @plan.family.alternatives.filter_map do |group|
          built = group.features.reject { |feature| @outcome.state(feature) == :suppressed }
          next if group.allows?(built.size)

          wanted = group.none ? 'At most one' : 'Exactly one'
          found = built.empty? ? 'none is' : "built: #{built.join(', ')}"
          Finding.new(code: :alternatives, level: :error, place: Place.at('alternatives', group.name),
                      message: "#{wanted} of #{group.features.join(', ')} may be built; #{found}.",
                      remedy: 'Change their conditions so that they exclude each other.')
        end
      end

      # Answers that were given but do not decide, because something stronger does.
      def unused_answers
        return [] if @outcome.pick.answers.none?

        @outcome.pick.answers.each_with_index.filter_map do |value, index|
          next if value.nil?

          decision = Decision.of(@outcome, target(index))
          next if %i[answer override].include?(decision.kind)

          who = decision.kind == :idle ? 'it does not apply now' : "#{decision} decides it"

          Finding.new(code: :answer_unused, level: :warning, place: target(index).place,
                      message: "The answer #{target(index).text(value)} for #{target(index).name} is not used: #{who}.",
                      remedy: 'Pick another row, or override it.')
        end
      end
    end
  end
end
