# frozen_string_literal: true

module VastLattice
  class Plan
    class Program
      # A Ladder as source: its rungs as one if-chain, strongest first, which gives the target's value and decider.
      class TargetSource
        # A rung is a list of [test, value, decider code]; the last of a ladder has no test.
        #
        # +instance+ is the name of the number of an instance in formulas (its number), +instances+ that of the local variable with
        # the numbers of those that are there, of what is given to a component with a pattern.
        def initialize(ladder, constants, lists, instance: nil, instances: nil)
          @ladder = ladder
          @instance = instance
          @instances = instances
          @target = ladder.target
          @number = ladder.target.index
          @constants = constants
          @lists = lists
        end

        def to_s
          picked = @ladder.rung(Rung::Picked)
          return row(picked) if picked

          varies? ? by_instance : chain
        end

        # What is given apart from rules, as the local variable b: what stands where a rule here and one of the component disagree.
        def besides
          tests = @ladder.besides.read(self).flatten(1).map { |test, value, _| [test, value] }
          chain = tests.reverse.reduce('nil') { |rest, (test, value)| test ? "(#{test} ? #{value} : #{rest})" : value }
          chain = "(#{@instances} || []).map { |v#{@instance}| #{chain} }" if varies?
          "b#{@number} = #{chain}"
        end

        # A parameter that does not apply is undefined, whoever would decide it.
        def applies(rung)
          [["(k = #{settled(rung.condition)}).nil?", undefined, code(:unsettled)], ['!k', undefined, code(:idle)]]
        end

        def override(_rung) = [["!(x = o[#{@number}]).nil? && !x.is_a?(Plan::Given::Said)", taken, code(:override)]]

        # The number of the override is told with the decider; 0 is what a person decides in the pick.
        def overrides(rung)
          rung.overrides.map do |own|
            test = own.rows.map { |table, row| "t[#{table}] == #{row}" }.join(' && ')
            [test.empty? ? 'true' : test, keep(own.value), code(:override, own.number)]
          end
        end

        def by_hand(rung) = [['true', rung.value.to_s, code(:override)]]

        # What the override is, unless a person decided: what a parent's rule says, compared with what rules say here.
        def said(_rung)
          [[@ladder.sayings.any? ? 'g' : 'x', "Plan::Given.said(f, #{@number}, #{@ladder.sayings.any? ? 'g' : 'x'})", code(:said)]]
        end

        def by_rules(_rung) = [%w[w s w]]
        def answer(_rung) = [["!(x = a[#{@number}]).nil?", taken, code(:answer)]]
        def own(rung) = [[nil, Formula::Emitter.rounded(rung.typed), code(rung.kind)]]
        def always(_rung) = [[nil, 'true', code(:default)]]
        def nobody(_rung) = [[nil, undefined, code(:none)]]

        # Plain cells come from a list by row; cells with formulas from a list of the numbers of these.
        def cells(rung)
          column = rung.column
          row = "t[#{column.table}]"
          values = column.values(@lists)
          plain = ["!(x = (#{row} && #{keep(values)}[#{row}])).nil?", 'x', code(:table, column.table)]
          return [plain] if column.plain

          formulas = column.formulas + column.cells.zip(values).filter_map { |typed, value| typed if value.nil? && typed&.constant? }
          formulas.empty? ? [plain] : [computed(column, row, formulas), plain]
        end

        private

        def computed(column, row, formulas)
          places = {}.compare_by_identity
          formulas.each_with_index { |formula, number| places[formula] = number }
          numbers = keep(column.cells.map { |typed| places[typed] })
          cases = formulas.each_with_index.map { |formula, index| "when #{index} then #{settled(formula)}" }
          ["(x = #{row} && #{numbers}[#{row}])", "(case x #{cases.join(' ')} end)", code(:table, column.table)]
        end

        def chain
          *tested, last = @ladder.read(self).flatten(1)
          chain = tested.each_with_index.map do |(test, value, decider), index|
            "#{index.zero? ? 'if' : 'elsif'} #{test} then #{decide(value, decider)}"
          end
          [*rules, *chain, "else #{decide(*last.drop(1))}", 'end', *told_undefined, *with_parents].join("\n")
        end

        # Whether what is given depends on the number of the instance.
        def varies? = @instances && @ladder.trees.any? { |tree| tree.variables.any? { |variable| variable.index == @instance } }

        def by_instance
          own = "v#{@number}"
          ["#{own} = nil", "d#{@number} = #{code(:none)}", "y = (#{@instances} || []).map { |v#{@instance}|", chain, own, '}',
           "#{own} = y"].join("\n")
        end

        # What is given may be undefined.
        def taken = @target.type.number? ? 'x' : 'Plan::Given.taken(x)'

        def rules
          return [] if @ladder.sayings.empty?

          outside = ["g = o[#{@number}]", 'g = nil unless g.is_a?(Plan::Given::Said)',
                     "if g && w then w = nil if Plan::Given.disagree?(f, #{@number}, g, s, w); g = nil end"]
          [*RulesSource.new(@ladder, @constants).to_a, *outside]
        end

        # The name of the picked row; undefined where none is, which is told where the name is used.
        def row(rung)
          row = "t[#{rung.table}]"
          "if #{row} then #{decide("#{keep(rung.names)}[#{row}]", code(:answer))} else #{decide('nil', code(:none))} end"
        end

        # An undefined value is a finding, unless the parameter does not apply; one too large for a number is undefined.
        def told_undefined
          return unless @ladder.may_be_undefined?

          v = "v#{@number}"
          told = "f << [:undefined, #{@number}]"
          told += " if d#{@number} != #{code(:idle)}" if @ladder.rung(Rung::Applies)
          told += " if d#{@number} != #{code(:none)}" if @target.given?
          ["if #{Formula::Emitter.undefined?(@target.type, v)}", *("#{v} = Float::NAN" if @target.type.number?), told, 'end']
        end

        # What sits on a suppressed feature or in a suppressed part is suppressed, whoever built it; where it is undefined
        # whether that is built, so is this.
        def with_parents
          @ladder.parents.map do |parent|
            inherited = "d#{@number} = #{code(:inherited, parent.index)}"
            "unless v#{parent.index} || v#{@number} == false then if v#{parent.index} == false then v#{@number} = false; #{inherited} " \
              "elsif v#{@number} then v#{@number} = nil; #{inherited}; f << [:undefined, #{@number}] end; end"
          end
        end

        def decide(value, decider) = "v#{@number} = #{value}; d#{@number} = #{decider}"
        def settled(typed) = Formula::Emitter.settled(typed)
        def undefined = Formula::Emitter.undefined(@target.type)
        def code(kind, index = 0) = Decider.code(kind, index)
        def keep(object) = @constants.keep(object)
      end
    end
  end
end
