# frozen_string_literal: true

module VastLattice
  class Plan
    # The part of a Program that looks at values when all are known: limits, steps, choices, and what rules say besides.
    module ProgramChecks
      private

      # Of what is undefined nothing else is told.
      def checks(target)
        item = @bound.items[target.index]
        return row_checks(target, item) if target.kind == :row
        return unless target.value?

        lines = []
        lines.concat(number_checks(target, item)) if target.type.number?
        lines.concat(choice_checks(target, item)) if item.choices
        return if lines.empty?

        ["unless d#{target.index} == #{code(:idle)}", *lines, 'end'].join("\n")
      end

      def number_checks(target, item)
        n = target.index
        lines = []
        lines << "f << [:not_whole, #{n}] if v#{n}.finite? && v#{n} != v#{n}.round" if target.subject.kind == 'count'
        limits = @bound.consequences(Consequence::Limit, target)
        column = @bound.column(target)
        return lines unless item.least || item.most || item.step || limits.any? || column&.limits&.any?

        lines + limit_lines(n, item, limits, column)
      end

      # lo and hi are the limits, lw and hw who narrowed them last, st the step, bs where steps begin: at the
      # parameter's own least, whatever else narrows it.
      def limit_lines(index, item, limits, column)
        narrowed = limits.flat_map { |rule, branch, limit| narrowing(index, rule, branch, limit) }
        narrowed += open_limits(index, column) if column
        ["lo = #{item.least ? settled(item.least) : 'nil'}; hi = #{item.most ? settled(item.most) : 'nil'}",
         "st = #{item.step ? settled(item.step) : 'nil'}", *own_limits_told(index, item), 'bs = lo',
         *('lw = hw = nil' if narrowed.any?), *narrowed, "l[#{index}] = [lo, hi, st, nil]",
         "#{constant(Limits.method(:check))}.call(f, #{index}, v#{index}, [lo, hi, st, bs || 0.0], #{narrowed.any? ? '[lw, hw]' : '[]'}) " \
         "if st || (lo && v#{index} < lo) || (hi && v#{index} > hi) || (lo && hi && lo > hi)"]
      end

      # Plain limits are always defined.
      def own_limits_told(index, item)
        { 'lo' => item.least, 'hi' => item.most, 'st' => item.step }.zip(%i[least most step]).filter_map do |(name, typed), field|
          next if typed.nil? || typed.literal?

          "unless #{name}.finite? then #{name} = nil; f << [:undefined_limit, #{index}, :#{field}, nil, nil] end"
        end
      end

      # A rule only ever narrows.
      def narrowing(index, rule, branch, limit)
        narrowed("if b#{rule.index} == #{branch}", limit.least, limit.most, "#{index}, :%s, :rule, [#{rule.index}, #{branch}]")
      end

      # So does an open column, as soon as a row of its table is picked.
      def open_limits(index, column)
        least, most, step = column.limits.values_at(:least, :most, :step)
        test = "if t[#{column.table}]"
        told = "#{index}, :%s, :table, #{column.table}"
        [*narrowed(test, least, most, told), *(narrowed_by(test, step, 'st', 'true', told % :step) if step)]
      end

      def narrowed(test, least, most, told)
        [*(narrowed_by(test, least, 'lo', 'lo.nil? || x > lo', told % :least) if least),
         *(narrowed_by(test, most, 'hi', 'hi.nil? || x < hi', told % :most) if most)]
      end

      def narrowed_by(test, typed, name, narrower, told)
        who = { 'lo' => 'lw', 'hi' => 'hw' }[name]
        kept = who ? "#{name} = x; #{who} = [#{told.split(', ', 3).last}]" : "#{name} = x"
        "#{test} then x = #{settled(typed)}; if !x.finite? then f << [:undefined_limit, #{told}] elsif #{narrower} then #{kept} end; end"
      end

      # Rows that rules leave; checked only where a row is picked and a rule narrows them.
      def row_checks(target, item)
        return if @bound.consequences(Consequence::Offer, target).empty?

        ["if v#{target.index}", *choice_checks(target, item), 'end'].join("\n")
      end

      def choice_checks(target, item)
        n = target.index
        all = constant(item.choices)
        offers = @bound.consequences(Consequence::Offer, target).map do |rule, branch, offer|
          "ch &= #{constant(offer.values)} if b#{rule.index} == #{branch}"
        end
        ["ch = #{all}", *offers, "(l[#{n}] ||= [nil, nil, nil, nil])[3] = ch",
         "f << [:not_offered, #{n}, ch] unless #{undefined?(target, "v#{n}")} || ch.include?(v#{n})"]
      end

      # Prices and operations.
      def lines(rule)
        rule.placed.each_with_index.select { |(_, item), _| item.is_a?(Consequence::Line) }.map do |(branch, line), number|
          amount = line.amount ? settled(line.amount) : 'nil'
          told = line.amount ? "; f << [:undefined_line, #{rule.index}, #{number}] unless x.finite?" : ''
          "if b#{rule.index} == #{branch} then x = #{amount}; " \
            "e << [#{rule.index}, :#{line.list}, #{line.text.dump}, x, #{constant(line.amount&.type)}]#{told} end"
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
