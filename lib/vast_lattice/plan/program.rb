# frozen_string_literal: true

module VastLattice
  class Plan
    # The plan as one Ruby lambda, compiled once and called for every pick.
    #
    #   call(overrides, rows, answers) -> [values, deciders, branches, limits, findings, lines]
    #
    # +overrides+ and +answers+ are lists by target (nil where there is none), +rows+ lists the picked
    # row of each table (nil where none). +values+ and +deciders+ are lists by target; +branches+ the
    # branch taken, by bound rule; +limits+ [least, most, choices] by target, nil where there are none;
    # +findings+ short lists that Outcome turns into Finding values; +lines+ those of prices and operations.
    #
    # The source holds only numbers, generated variable names and strings quoted by String#dump.
    class Program
      attr_reader :source

      # +lists+ are the values of the Formula::ColumnLists that formulas use.
      def initialize(bound, order, lists)
        @bound = bound
        @order = order
        @lists = lists
        @constants = []
        @source = compose
        @lambda = Formula.compiled("lambda { |constants, lists| #{@source} }", 'plan').call(@constants, lists)
      end

      def call(overrides, rows, answers) = @lambda.call(overrides, rows, answers)

      private

      def compose
        body = [*@order.steps.map { |step| step.is_a?(Bound::Rule) ? rule(step) : target(step) },
                *@bound.targets.filter_map { |target| checks(target) }, *@bound.rules.flat_map { |rule| [notices(rule), lines(rule)] }]
        head = ['lambda { |o, t, a|', 'f = []', 'e = []', "l = Array.new(#{@bound.targets.size})"]
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

      # Keeps an object for the lambda; returns its variable.
      def constant(object)
        @constants << object
        "c#{@constants.size - 1}"
      end

      def rule(rule)
        tests = rule.conditions.each_with_index.map { |condition, index| "#{settled(condition)} ? #{index} : " }
        "b#{rule.index} = #{tests.join}#{rule.conditions.size}"
      end

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
        [*rule_values(target), *chain, "else v#{n} = #{value}; d#{n} = #{decider}", 'end', *with_parent(target)].join("\n")
      end

      # The name of the picked row; an empty text where none is.
      def row(target)
        table = @bound.tables.index { |bound| bound.table.name == target.subject.name }
        names = constant(target.type.choices)
        "v#{target.index} = t[#{table}] ? #{names}[t[#{table}]] : ''; d#{target.index} = #{code(:answer)}"
      end

      # What sits on a suppressed feature or in a suppressed part is suppressed, whoever built it.
      def with_parent(target)
        @bound.parents(target).map do |parent|
          "if v#{target.index} && !v#{parent.index} then v#{target.index} = false; d#{target.index} = #{code(:inherited, parent.index)} end"
        end
      end

      # A parameter that does not apply has no value, whoever would decide it.
      def unless_it_applies(target)
        item = @bound.items[target.index]
        item.applies ? [["!#{settled(item.applies)}", nothing(target, item), code(:idle)]] : []
      end

      def code(kind, index = 0) = Decider.code(kind, index)

      # What the rules that apply say: the value into s, the decider code of the first by name into w. Rules
      # that disagree are a finding that lists them all, and then none of them decides.
      def rule_values(target)
        said = decisions(target).map { |rule, branch, decision| said_by_rule(rule, branch, decision) } +
               @bound.rule_tables_for(target).sort_by { |table| table.table.name }.map { |table| said_by_table(table) }
        return [] if said.empty?

        ['s = w = nil', 'm = false', *said.map { |index, computed| said_value(index, computed) },
         *(disagreement(target, said) if said.size > 1)]
      end

      # [index of a rule, source of its value: nil where it says nothing].
      def said_by_rule(rule, branch, decision)
        [rule.index, "(b#{rule.index} == #{branch} ? #{settled(decision.value)} : nil)"]
      end

      # The same of a rule table. Rows that contradict the hit policy are a finding.
      def said_by_table(table)
        hits = table.rows.each_with_index.map { |(test, value), row| "(#{settled(test)} ? [#{row}, #{settled(value)}] : nil)" }
        policy = constant(HitPolicy.method(table.policy))
        clash = "f << [:hit_clash, #{table.index}, #{table.target.index}, h]"
        call = "#{policy}.call(h = [#{hits.join(', ')}].compact, #{constant(table.order)})"
        [table.index, "((x = #{call}).equal?(#{constant(HitPolicy::CLASH)}) ? (#{clash}; nil) : x)"]
      end

      # Sorted by name, so that the order of writing does not matter.
      def decisions(target)
        @bound.decisions(target).sort_by { |rule, branch, _| [rule.rule.name, branch] }
      end

      def said_value(index, computed)
        "unless (x = #{computed}).nil? then if s.nil? then s = x; w = #{code(:rule, index)} elsif s != x then m = true end; end"
      end

      def disagreement(target, said)
        list = said.map { |index, computed| "q << [#{index}, x] unless (x = #{computed}).nil?" }
        ['if m then q = []', *list, "f << [:disagree, #{target.index}, q]", 's = nil', 'end']
      end

      def by_rules(target)
        ruled = @bound.decisions(target).any? || @bound.rule_tables_for(target).any?
        ruled ? [['!s.nil?', 's', 'w']] : []
      end

      # An answer goes before what an open column suggests.
      def by_table(target, open:)
        column = @bound.column(target)
        return [] unless column && column.open? == open

        [["!(x = #{cell(column)}).nil?", 'x', code(:table, column.table)]]
      end

      # Constant cells come from a list by row. A cell with a formula holds its number as a Symbol-free
      # marker: lists of formula numbers by row, only where a column has formulas.
      def cell(column)
        row = "t[#{column.table}]"
        values = constant(column.values(@lists))
        plain = "(#{row} && #{values}[#{row}])"
        return plain if column.formulas.empty?

        numbers = constant(column.cells.map { |typed| typed && column.formulas.index { |formula| formula.equal?(typed) } })
        cases = column.formulas.each_with_index.map { |formula, index| "when #{index} then #{settled(formula)}" }
        "(case #{row} && #{numbers}[#{row}] #{cases.join(' ')} else #{plain} end)"
      end

      def by_answer(target)
        return [] unless target.value? && !target.computed?

        [["!(x = a[#{target.index}]).nil?", 'x', code(:answer)]]
      end

      # The last in the chain: the own formula or condition, the default, or nothing.
      def last(target)
        item = @bound.items[target.index]
        return [settled(item.formula), code(:formula)] if item.formula
        return [settled(item.default), code(:default)] if item.default
        return ['true', code(:default)] if target.state?

        [nothing(target, item), code(:none)]
      end

      def nothing(target, item)
        return 'Float::NAN' if target.type.number?
        return 'false' if target.type.boolean?

        (item.choices&.first || '').dump
      end

      # Limits, steps and choices, checked when every value is known.
      def checks(target)
        item = @bound.items[target.index]
        return row_checks(target, item) if target.kind == :row
        return unless target.value?

        lines = []
        lines.concat(number_checks(target, item)) if target.type.number?
        lines.concat(choice_checks(target, item)) if item.choices
        lines = ["if d#{target.index} != #{code(:idle)}", *lines, 'end'] if item.applies && lines.any?
        lines.join("\n") unless lines.empty?
      end

      def number_checks(target, item)
        n = target.index
        lines = ["f << [:no_value, #{n}] unless v#{n}.finite?"]
        lines << "f << [:not_whole, #{n}] if v#{n}.finite? && v#{n} != v#{n}.round" if target.subject.kind == 'count'
        limits = @bound.consequences(Consequence::Limit, target)
        column = @bound.column(target)
        return lines unless item.least || item.most || item.step || limits.any? || column&.limits&.any?

        lines + limit_lines(n, item, limits, column)
      end

      def limit_lines(index, item, limits, column)
        ["lo = #{item.least ? settled(item.least) : 'nil'}; hi = #{item.most ? settled(item.most) : 'nil'}",
         "st = #{item.step ? settled(item.step) : 'nil'}",
         *limits.flat_map { |rule, branch, limit| narrowing(rule, branch, limit) }, *(open_limits(column) if column),
         "l[#{index}] = [lo, hi, st, nil]",
         "f << [:below_least, #{index}, lo] if lo && v#{index} < lo",
         "f << [:above_most, #{index}, hi] if hi && v#{index} > hi",
         "f << [:off_step, #{index}, lo || 0.0, st] if st && st > 0 && v#{index}.finite? && " \
         "(((v#{index} - (lo || 0.0)) / st).round(6) % 1) != 0"]
      end

      # A rule only ever narrows.
      def narrowing(rule, branch, limit) = narrowed("if b#{rule.index} == #{branch}", limit.least, limit.most)

      # So does an open column, as soon as a row of its table is picked.
      def open_limits(column)
        least, most, step = column.limits.values_at(:least, :most, :step)
        test = "if t[#{column.table}]"
        [*narrowed(test, least, most), *("#{test} then st = #{settled(step)}; end" if step)]
      end

      def narrowed(test, least, most)
        [least && "#{test} then x = #{settled(least)}; lo = x if lo.nil? || x > lo; end",
         most && "#{test} then x = #{settled(most)}; hi = x if hi.nil? || x < hi; end"].compact
      end

      # Rows that rules leave; checked only where a row is picked and a rule narrows them.
      def row_checks(target, item)
        return if @bound.consequences(Consequence::Offer, target).empty?

        ["if v#{target.index} != ''", *choice_checks(target, item), 'end'].join("\n")
      end

      def choice_checks(target, item)
        n = target.index
        all = constant(item.choices)
        offers = @bound.consequences(Consequence::Offer, target).map do |rule, branch, offer|
          "ch &= #{constant(offer.values)} if b#{rule.index} == #{branch}"
        end
        ["ch = #{all}", *offers, "(l[#{n}] ||= [nil, nil, nil, nil])[3] = ch",
         "f << [:not_offered, #{n}, ch] unless ch.include?(v#{n})"]
      end

      # Prices and operations.
      def lines(rule)
        rule.placed.select { |_, item| item.is_a?(Consequence::Line) }.map do |branch, line|
          amount = line.amount ? settled(line.amount) : 'nil'
          "e << [#{rule.index}, :#{line.list}, #{line.text.dump}, #{amount}, #{constant(line.amount&.type)}] if b#{rule.index} == #{branch}"
        end
      end

      def notices(rule)
        rule.consequences.each_with_index.flat_map do |list, branch|
          list.grep(Consequence::Notice).map do |notice|
            "f << [:notice, #{rule.index}, :#{notice.level}, #{notice.text.dump}] if b#{rule.index} == #{branch}"
          end
        end.join("\n")
      end
    end
  end
end
