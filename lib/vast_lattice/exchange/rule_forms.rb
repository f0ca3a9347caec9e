# frozen_string_literal: true

module VastLattice
  module Exchange
    # A rule as a rule table, and a rule table as a rule, where the two can say the same: a chain is a table of which the first
    # row that hits counts, each condition being tests of names joined by "and" (an "or" of such is several rows).
    class RuleForms
      # The other form cannot say it.
      class Impossible < Error; end

      # Signs that bound a number from below, and from above, with the bracket of a range that says the same.
      LOW = { '>=' => '[', '>' => '(' }.freeze
      HIGH = { '<=' => ']', '<' => ')' }.freeze
      private_constant :LOW, :HIGH

      def initialize(plan)
        @plan = plan
      end

      # Plain form of a rule table that says what a Family::Rule does. Raises Impossible.
      def table_of(rule)
        rows = rows_of(rule)
        inputs = rows.flat_map { |tests, _| tests.keys }.uniq
        outputs = rows.flat_map { |_, cells| cells.map(&:first) }.uniq
        named(rule).merge('policy' => 'first', 'inputs' => inputs.map(&:name), 'outputs' => outputs.map(&:head),
                          'rows' => rows.map { |tests, cells| line(tests, cells.to_h, inputs, outputs) })
      rescue Formula::Error => e
        impossible(Wording[:a_condition_cannot_be_read_problem, problem: e.wording], Wording[:mend_it_first])
      end

      # Plain form of a rule that says what a Family::RuleTable does. Raises Impossible.
      def rule_of(table)
        refuse_policy(table)
        branches = table.rows.map { |row| { 'when' => condition(table, row), 'then' => effects(table, row) } }
        first, *others = branches
        otherwise = others.pop['then'] if others.any? && others.last['when'] == 'true'
        named(table).merge(first, { 'else_when' => others, 'otherwise' => otherwise }.reject { |_, list| list.nil? || list.empty? })
      end

      private

      def line(tests, cells, inputs, outputs)
        { 'tests' => tests.values_at(*inputs).map { |text| text || '-' }, 'values' => cells.values_at(*outputs).map(&:to_s) }
      end

      # [{Input => test}, [[Head, text], …]] of each alternative of each branch, and of otherwise.
      def rows_of(rule)
        branches = rule.branches.flat_map do |branch|
          lines(Formula::Picked.read(branch.condition)).map { |tests| [tests, cells(branch.effects)] }
        end
        rule.otherwise.any? ? [*branches, [{}, cells(rule.otherwise)]] : branches
      end

      # An input by its name, and an output by its head with its number among equal ones.
      Input = Struct.new(:name)
      Head = Struct.new(:head, :number)
      private_constant :Input, :Head

      def impossible(message, remedy) = raise(Impossible.new(message, remedy: remedy))

      def named(source)
        { 'name' => source.name, 'set' => source.set, 'note' => source.note }.reject { |_, text| text.empty? }
                                                                             .merge(source.active ? {} : { 'active' => false })
      end

      # The alternatives of a condition, each {Input => test}.
      def lines(tree)
        return tree['any'].flat_map { |part| lines(part) } if tree['any']

        tests = (tree['all'] || [tree]).group_by { |test| input(test) }
        [tests.to_h { |input, list| [input, list.size == 1 ? test(list.first) : between(list)] }]
      end

      def input(test)
        return Input.new(test['name'].downcase) if test['name']

        impossible(Wording[:test_is_no_test_of_one_name, test: test['text']], Wording[:a_rule_table_tests_names_one])
      end

      def test(test)
        if test.key?('is') then test['is']
        elsif test.key?('among') then test['among'].join(', ')
        elsif test.key?('from') then range(test['open'], test['from'], test['till'])
        else test['sign'] == '=' ? test['value'] : "#{test['sign']} #{test['value']}"
        end
      end

      def range(ends, from, till) = "#{ends[0]}#{from}..#{till}#{ends[1]}"

      # Two comparisons of one name are a range.
      def between(list)
        low = list.find { |test| LOW.key?(test['sign']) }
        high = list.find { |test| HIGH.key?(test['sign']) }
        return range(LOW[low['sign']] + HIGH[high['sign']], low['value'], high['value']) if list.size == 2 && low && high

        impossible(Wording[:name_is_tested_number_times_at_once, name: list.first['name'], number: list.size],
                   Wording[:a_rule_table_has_one_test])
      end

      # [[Head, text], …] of the effects of a branch.
      def cells(effects)
        counts = Hash.new(0)
        effects.flat_map { |effect| cells_of(effect) }.map { |head, text| [Head.new(head, counts[head] += 1), text] }
      end

      STATES = { 'build' => %w[built yes], 'suppress' => %w[built no], 'show' => %w[shown yes], 'hide' => %w[shown no] }.freeze
      private_constant :STATES

      def cells_of(effect)
        state, word = STATES[effect.kind]
        return [["#{effect.target}.#{state}", word]] if state

        kind = Family::EFFECTS.fetch(effect.kind)
        return [[effect.kind, effect.target]] if kind.arguments.empty?

        if Family::Output.lone(kind) && effect.arguments.size > 1
          impossible(Wording[:kind_target_has_two_pieces_a_cell, kind: effect.kind, target: effect.target],
                     Wording[:write_it_as_one_formula_or_keep])
        end

        kind.arguments.filter_map do |argument|
          text = effect.arguments[argument.name] or next
          impossible(Wording[:a_choice_with_a_comma_cannot_stand], Wording[:keep_the_rule]) if argument.many && text.any? do |one|
            one.include?(',')
          end
          [Family::Output.new(kind: effect.kind, target: effect.target, argument: argument.name).to_s, Array(text).join(', ')]
        end
      end

      def refuse_policy(table)
        return if table.policy == 'first'

        unless %w[
          unique any
        ].include?(table.policy)
          impossible(Wording[:by_the_policy_policy_rows_are_not, policy: table.policy],
                     Wording[:choose_the_policy_first_or_keep])
        end
        return if Checks::TableCoverage.new(@plan, table).to_tree.values_at('overlaps', 'partly') == [[], false]

        impossible(Wording[:rows_of_it_may_fit_at_once], Wording[:choose_the_policy_first_or_narrow])
      end

      def condition(table, row)
        tests = row.tests.each_with_index.reject { |text, _| text.to_s.strip == '-' }
        tests.empty? ? 'true' : tests.map { |text, at| tested(table.inputs[at].to_s.strip, text.to_s.strip) }.join(' and ')
      end

      # "length in (< 900 mm, [1 m..2 m])", or shorter where one test stands alone.
      def tested(input, text)
        typed = Formula.type(input, @plan.symbols.scope)
        unit = typed.kind == :name ? @plan.targets[typed.data.index].unit : Units::PLAIN
        value = typed.kind == :name ? input : "(#{input})"
        text = with_units(Plan::RuleTableBinder.quoted(text, typed.type), unit)
        return text == 'true' ? value : "not(#{value})" if %w[true false].include?(text)
        return "not(#{value} in #{text[/\Anot(\(.*\))\z/m, 1]})" if text.match?(/\Anot\(.*\)\z/m)

        "#{value} #{lone(text) || "in (#{text})"}"
      end

      # A comparison, a range or a value by itself.
      def lone(text)
        return text if text.match?(/\A(<=|>=|!=|<|>)/) && !text.include?(',')
        return "in #{text}" if text.match?(/\A[\[(][^,]*\.\.[^,]*[\])]\z/)

        "= #{text}" unless text.include?(',')
      end

      # Bare numbers in tests have the unit of their input.
      def with_units(text, unit)
        return text if unit.plain?

        Formula::Lexer.tokens(text).select { |token| token.kind == :number && token.unit.nil? }.reverse_each do |token|
          text = text.dup.insert(token.span.start + token.span.length, " #{unit.symbol}")
        end
        text
      end

      def effects(table, row) = table.columns.zip(row.values).filter_map { |output, text| output.effect(text)&.to_tree }
    end
  end
end
