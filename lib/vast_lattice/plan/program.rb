# frozen_string_literal: true

module VastLattice
  class Plan
    # The plan as one Ruby lambda, compiled once and called for every pick.
    #
    #   call(overrides, rows, answers) -> [values, deciders, branches, limits, findings, lines]
    #
    # +overrides+ and +answers+ are lists by target (nil where there is none), +rows+ lists the picked
    # row of each table (nil where none). +values+ and +deciders+ are lists by target, undefined values NaN or nil;
    # +branches+ the branch taken, by bound rule, nil where its conditions are undefined; +limits+ [least, most, choices]
    # by target, nil where there are none; +findings+ short lists that Outcome turns into Finding values; +lines+ those of
    # prices and operations.
    #
    # The source holds only numbers, generated variable names and strings quoted by String#dump.
    class Program
      include ProgramChecks

      # Longest source of a program, in characters; more is too much to compile.
      LONGEST = 6_000_000

      # The family says more than can be compiled.
      class TooLarge < Error; end

      attr_reader :source

      # +lists+ are the values of the Formula::ColumnLists that formulas use. Raises TooLarge.
      def initialize(bound, order, lists)
        @bound = bound
        @order = order
        @lists = lists
        @constants = []
        @source = compose
        refuse_size
        @lambda = Formula.compiled("lambda { |constants, lists| #{@source} }", 'plan').call(@constants, lists)
      end

      def call(overrides, rows, answers) = @lambda.call(overrides, rows, answers)

      private

      def refuse_size
        return if @source.size <= LONGEST

        raise TooLarge.new('The formulas, rules and tables of this family are too large to be compiled.',
                           remedy: 'Look things up in tables instead of writing them into formulas.')
      end

      def compose
        body = [*@order.steps.map { |step| step.is_a?(Bound::Rule) ? rule(step) : target(step) },
                *@bound.targets.filter_map { |target| checks(target) }, *@bound.rules.flat_map { |rule| [notices(rule), *lines(rule)] }]
        head = ['lambda { |o, t, a|', 'f = []', 'e = []', "l = Array.new(#{@bound.targets.size})"]
        head << 'budget = Budget.new' if body.any? { |text| text.include?('budget') }
        constants = @constants.each_index.map { |index| "c#{index} = constants[#{index}]" }
        [*constants, *head, *body, result, '}'].join("\n")
      end

      def result
        lists = [locals('v', @bound.targets), locals('d', @bound.targets), locals('b', @bound.rules)]
        "[#{lists.map { |list| "[#{list}]" }.join(', ')}, l, f, e]"
      end

      def locals(prefix, items)
        items.map { |item| "#{prefix}#{item.index}" }.join(', ')
      end

      def settled(typed) = Formula::Emitter.settled(typed)
      def rounded(typed) = Formula::Emitter.rounded(typed)
      def undefined(target) = Formula::Emitter.undefined(target.type)

      # Source that asks whether a local variable is undefined.
      def undefined?(target, name) = target.type.number? ? "!#{name}.finite?" : "#{name}.nil?"

      # Keeps an object for the lambda; returns its variable.
      def constant(object)
        @constants << object
        "c#{@constants.size - 1}"
      end

      # The number of the branch; an undefined condition leaves it open whether its branch or a later one applies.
      def rule(rule)
        last = rule.conditions.size.to_s
        tests = rule.conditions.each_with_index.reverse_each
        branch = tests.reduce(last) { |rest, (condition, index)| choice(condition, index, rest, 'nil') }
        "b#{rule.index} = #{branch}\nf << [:undefined_rule, #{rule.index}] if b#{rule.index}.nil?"
      end

      def choice(typed, *results) = Formula::Emitter.choice(typed, *results)

      # What a person settled in the family itself.
      def by_hand(target)
        return [] unless target.state? && target.subject.is_a?(Family::Feature) && target.subject.by_hand

        said = { built: { 'suppressed' => false, 'built' => true }, shown: { 'hidden' => false, 'built' => true } }
        value = said.fetch(target.kind)[target.subject.by_hand]
        value.nil? ? [] : [['true', value.to_s, code(:override)]]
      end

      # The deciders of a target as one if-chain, strongest first.
      def target(target)
        return row(target) if target.kind == :row

        n = target.index
        branches = [*unless_it_applies(target), ["!(x = o[#{n}]).nil?", 'x', code(:override)], *by_hand(target), *by_rules(target),
                    *by_table(target, open: false), *by_answer(target), *by_table(target, open: true)]
        chain = branches.each_with_index.map do |(test, value, decider), index|
          "#{index.zero? ? 'if' : 'elsif'} #{test} then v#{n} = #{value}; d#{n} = #{decider}"
        end
        value, decider = last(target)
        [*rule_values(target), *chain, "else v#{n} = #{value}; d#{n} = #{decider}", 'end', *told_undefined(target),
         *with_parent(target)].join("\n")
      end

      # An undefined value is a finding, unless the parameter does not apply; one too large for a number is undefined.
      def told_undefined(target)
        n = target.index
        return unless may_be_undefined?(target)

        told = "f << [:undefined, #{n}]"
        told += " if d#{n} != #{code(:idle)}" if @bound.items[n].applies
        ["if #{undefined?(target, "v#{n}")}", *("v#{n} = Float::NAN" if target.type.number?), told, 'end']
      end

      # What nothing but plain values decide is always defined.
      def may_be_undefined?(target)
        item = @bound.items[target.index]
        return true if item.formula || item.applies || !(target.state? || item.default&.literal?)

        ruled?(target) || @bound.column(target)&.cells.to_a.any? { |typed| !(typed.nil? || typed.literal?) }
      end

      def ruled?(target) = @bound.decisions(target).any? || @bound.rule_tables_for(target).any?

      # The name of the picked row; undefined where none is, which is told where the name is used.
      def row(target)
        table = @bound.tables.index { |bound| bound.table.name == target.subject.name }
        names = constant(target.type.choices)
        "if t[#{table}] then v#{target.index} = #{names}[t[#{table}]]; d#{target.index} = #{code(:answer)} " \
          "else v#{target.index} = nil; d#{target.index} = #{code(:none)} end"
      end

      # What sits on a suppressed feature or in a suppressed part is suppressed, whoever built it; where it is undefined
      # whether that is built, so is this.
      def with_parent(target)
        n = target.index
        @bound.parents(target).map do |parent|
          inherited = "d#{n} = #{code(:inherited, parent.index)}"
          "unless v#{parent.index} || v#{n} == false then if v#{parent.index} == false then v#{n} = false; #{inherited} " \
            "elsif v#{n} then v#{n} = nil; #{inherited}; f << [:undefined, #{n}] end; end"
        end
      end

      # A parameter that does not apply is undefined, whoever would decide it.
      def unless_it_applies(target)
        item = @bound.items[target.index]
        return [] unless item.applies

        [["(k = #{settled(item.applies)}).nil?", undefined(target), code(:unsettled)], ['!k', undefined(target), code(:idle)]]
      end

      def code(kind, index = 0) = Decider.code(kind, index)

      # What the rules that apply say: the value into s, the decider code of the first by name into w. A rule of which
      # it is undefined what it says makes all of it undefined (u). Rules that disagree (m) are a finding that lists
      # them all, and then none of them decides.
      def rule_values(target)
        decisions = decisions(target)
        tables = @bound.rule_tables_for(target).sort_by { |table| table.table.name }
        return [] if decisions.empty? && tables.empty?
        return lone_decision(target, *decisions.first) if decisions.size == 1 && tables.empty?

        said = said(decisions, tables)
        ['s = w = nil', 'u = m = false', *tables.map { |table| table_value(table) }, *unknown(target, decisions, tables),
         *said.map { |test, value, index| said_value(target, test, value, index) }, *(disagreement(target, said) if said.size > 1)]
      end

      # [test, value, index] of all that may say something.
      def said(decisions, tables)
        decisions.map { |rule, branch, decision| ["b#{rule.index} == #{branch}", settled(decision.value), rule.index] } +
          tables.map { |table| ["!y#{table.index}.nil?", "y#{table.index}", table.index] }
      end

      # Rules and rule tables of which it is undefined what they say.
      def unknown(target, decisions, tables)
        tests = decisions.map { |rule, _, _| ["b#{rule.index}.nil?", rule.index] }.uniq +
                tables.map { |table| ["y#{table.index}.equal?(#{unknown_hit})", table.index] }
        tests.map { |test, index| "if !u && #{test} then #{unsettled(target, index)} end" }
      end

      # Where one branch of one rule alone may decide, nothing can disagree.
      def lone_decision(target, rule, branch, decision)
        code = code(:rule, rule.index)
        ["if b#{rule.index} == #{branch} then s = #{settled(decision.value)}; w = #{code} " \
         "elsif b#{rule.index}.nil? then s = #{undefined(target)}; w = #{code} else w = nil end"]
      end

      def unknown_hit = constant(HitPolicy::UNDEFINED)
      def unsettled(target, index) = "s = #{undefined(target)}; w = #{code(:rule, index)}; u = true"

      # What a rule table says into y: nil where it says nothing. Rows that contradict the hit policy are a finding.
      def table_value(table)
        y = "y#{table.index}"
        hits = table.rows.each_with_index.map do |(test, value), row|
          choice(test, "[#{row}, #{settled(value)}]", 'nil', constant([row, HitPolicy::UNDEFINED]))
        end
        decide, policy, order = [HitPolicy.method(:decide), table.policy, table.order].map { |object| constant(object) }
        call = "#{decide}.call(#{policy}, h = [#{hits.join(', ')}].compact, #{order})"
        "#{y} = #{call}\n" \
          "if #{y}.equal?(#{constant(HitPolicy::CLASH)}) then #{y} = nil; f << [:hit_clash, #{table.index}, #{table.target.index}, h] " \
          "elsif #{y}.equal?(#{unknown_hit}) then f << [:undefined_table, #{table.index}] end"
      end

      # Sorted by name, so that the order of writing does not matter.
      def decisions(target)
        @bound.decisions(target).sort_by { |rule, branch, _| [rule.rule.name, branch] }
      end

      def said_value(target, test, value, index)
        "if !u && #{test} then x = #{value}; if #{undefined?(target, 'x')} then #{unsettled(target, index)} " \
          "elsif w.nil? then s = x; w = #{code(:rule, index)} elsif s != x then m = true end; end"
      end

      def disagreement(target, said)
        list = said.map { |test, value, index| "q << [#{index}, #{value}] if #{test}" }
        ['if m && !u then q = []', *list, "f << [:disagree, #{target.index}, q]", 's = w = nil', 'end']
      end

      def by_rules(target) = ruled?(target) ? [%w[w s w]] : []

      # An answer goes before what an open column suggests.
      def by_table(target, open:)
        column = @bound.column(target)
        return [] unless column && column.open? == open

        cells(column).map { |test, value| [test, value, code(:table, column.table)] }
      end

      # Plain cells come from a list by row; cells with formulas from a list of the numbers of these.
      def cells(column)
        row = "t[#{column.table}]"
        values = column.values(@lists)
        plain = ["!(x = (#{row} && #{constant(values)}[#{row}])).nil?", 'x']
        formulas = column.formulas + column.cells.zip(values).filter_map { |typed, value| typed if value.nil? && typed&.constant? }
        return [plain] if formulas.empty?

        places = {}.compare_by_identity
        formulas.each_with_index { |formula, number| places[formula] = number }
        numbers = constant(column.cells.map { |typed| places[typed] })
        cases = formulas.each_with_index.map { |formula, index| "when #{index} then #{settled(formula)}" }
        [["(x = #{row} && #{numbers}[#{row}])", "(case x #{cases.join(' ')} end)"], plain]
      end

      def by_answer(target)
        return [] unless target.value? && !target.computed?

        [["!(x = a[#{target.index}]).nil?", 'x', code(:answer)]]
      end

      # The last in the chain: the own formula or condition, the default, or nothing.
      def last(target)
        item = @bound.items[target.index]
        return [rounded(item.formula), code(:formula)] if item.formula
        return [rounded(item.default), code(:default)] if item.default
        return ['true', code(:default)] if target.state?

        [undefined(target), code(:none)]
      end
    end
  end
end
