# frozen_string_literal: true

module VastLattice
  class Outcome
    # Words what is wrong where rules, or rows of a rule table, decide one thing differently; a part of FindingWords.
    module DisagreementWords
      private

      # A rule of a parent and one of the family.
      def disagree_outside(index, outside, own, decider)
        found = target(index)
        name = @plan.family.rule_name(Plan::Decider.decode(decider).last)
        error(:rules_disagree, found,
              Wording[:rules_disagree_on_target_outside_says,
                      target: found.name, who: @outside.call(found.name), value: text(found, outside), rule: name, own: text(found, own)],
              Wording[:change_the_condition_of_one], rules: [name])
      end

      # +said+ lists pairs of rule index and value.
      def disagree(index, said)
        found = target(index)
        names = said.map { |rule, _| @plan.family.rule_name(rule) }
        words = names.zip(said).map { |name, (_, value)| "\"#{name}\" says #{text(found, value)}" }.join(', ')
        error(:rules_disagree, found, Wording[:rules_disagree_on_target_words, target: found.name, words: words],
              Wording[:change_the_condition_of_one_or_join], rules: names.uniq)
      end

      # +hits+ lists pairs of row and value; rows alone where the table decides nothing.
      def hit_clash(table, index, hits)
        found = target(index) if index
        rows = hits.map { |row, value| found ? "row #{row + 1} says #{text(found, value)}" : "row #{row + 1}" }
        name = @plan.family.rule_name(table)
        Finding.new(code: :hit_clash, level: :error, place: Place.at('rule_tables', name),
                    wording: Wording[:rows_of_rule_table_name_that_may, name: name, rows: rows],
                    advice: Wording[:narrow_their_tests_or_choose_another_hit])
      end

      # Rows that must agree say different things by an output that adds or narrows.
      def output_clash(table, output, rows)
        name = @plan.family.rule_name(table)
        column = @plan.bound.source(table).table.outputs[output]
        Finding.new(code: :hit_clash, level: :error, place: Place.at('rule_tables', name),
                    wording: Wording[:rows_rows_of_rule_table_name_must, rows: rows.map(&:succ), name: name, column: column],
                    advice: Wording[:narrow_their_tests_let_them_say])
      end
    end
  end
end
