# frozen_string_literal: true

module VastLattice
  class Plan
    class Program
      # The checks of a Ladder as source; of what is undefined nothing else is told.
      class CheckSource
        def initialize(ladder, constants)
          @ladder = ladder
          @target = ladder.target
          @number = ladder.target.index
          @constants = constants
        end

        # The source, or nil where nothing is checked.
        def to_s
          lines = @ladder.checks.flat_map { |check| public_send(check.name, check) }
          return if lines.empty?

          [@target.kind == :row ? "if v#{@number}" : "unless d#{@number} == #{Decider.code(:idle)}", *lines, 'end'].join("\n")
        end

        def whole(_check) = ["f << [:not_whole, #{@number}] if v#{@number}.finite? && v#{@number} != v#{@number}.round"]

        # lo and hi are the limits, lw and hw who narrowed them last, st the step, bs where steps begin: at the
        # parameter's own least, whatever else narrows it.
        def between(check)
          narrowed = check.narrowings.flat_map { |one| one.kind == :rule ? by_rule(one) : by_table(one) }
          v = "v#{@number}"
          ["lo = #{written(check.least)}; hi = #{written(check.most)}", "st = #{written(check.step)}", *own_told(check), 'bs = lo',
           *('lw = hw = nil' if narrowed.any?), *narrowed, "l[#{@number}] = [lo, hi, st, nil]",
           "#{keep(Limits.method(:check))}.call(f, #{@number}, #{v}, [lo, hi, st, bs || 0.0], #{narrowed.any? ? '[lw, hw]' : '[]'}) " \
           "if st || (lo && #{v} < lo) || (hi && #{v} > hi) || (lo && hi && lo > hi)"]
        end

        def offered(check)
          v = "v#{@number}"
          offers = check.offers.map { |rule, branch, values, item| "ch &= #{keep(values)} if #{RuleSource.test(rule, branch, item)}" }
          ["ch = #{keep(check.choices)}", *offers, "(l[#{@number}] ||= [nil, nil, nil, nil])[3] = ch",
           "f << [:not_offered, #{@number}, ch] unless #{Formula::Emitter.undefined?(@target.type, v)} || ch.include?(#{v})"]
        end

        private

        def written(typed) = typed ? settled(typed) : 'nil'

        # Plain limits are always defined.
        def own_told(check)
          { 'lo' => :least, 'hi' => :most, 'st' => :step }.filter_map do |name, field|
            typed = check.public_send(field)
            next if typed.nil? || typed.literal?

            "unless #{name}.finite? then #{name} = nil; f << [:undefined_limit, #{@number}, :#{field}, nil, nil] end"
          end
        end

        # A rule only ever narrows.
        def by_rule(one)
          rule, branch = one.numbers
          test = "if #{RuleSource.test(one.source, branch, one.item)}"
          told = "#{@number}, :%s, :rule, [#{rule}, #{branch}]"
          [*narrowed(test, one, told), *(narrowed_by(test, one.step, 'st', 'st.nil? || x > st', told % :step) if one.step)]
        end

        # So does an open column, as soon as a row of its table is picked.
        def by_table(one)
          table = one.numbers.first
          test = "if t[#{table}]"
          told = "#{@number}, :%s, :table, #{table}"
          [*narrowed(test, one, told), *(narrowed_by(test, one.step, 'st', 'true', told % :step) if one.step)]
        end

        def narrowed(test, one, told)
          [*(narrowed_by(test, one.least, 'lo', 'lo.nil? || x > lo', told % :least) if one.least),
           *(narrowed_by(test, one.most, 'hi', 'hi.nil? || x < hi', told % :most) if one.most)]
        end

        def narrowed_by(test, typed, name, narrower, told)
          who = { 'lo' => 'lw', 'hi' => 'hw' }[name]
          kept = who ? "#{name} = x; #{who} = [#{told.split(', ', 3).last}]" : "#{name} = x"
          "#{test} then x = #{settled(typed)}; if !x.finite? then f << [:undefined_limit, #{told}] elsif #{narrower} then #{kept} end; end"
        end

        def settled(typed) = Formula::Emitter.settled(typed)
        def keep(object) = @constants.keep(object)
      end
    end
  end
end
