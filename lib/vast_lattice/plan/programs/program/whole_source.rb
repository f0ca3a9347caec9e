# frozen_string_literal: true

module VastLattice
  class Plan
    class Program
      # The source of a whole Program: every rule, rule table and target in their Order, then the checks and what rules say besides.
      class WholeSource
        # +lists+ as in Program; +placed+ are the components with their plans.
        def initialize(bound, order, lists, placed)
          @bound = bound
          @order = order
          @lists = lists
          @constants = Constants.new
          twins, alone = bound.components.partition { |component| placed.all[component.number].original }
          made = {}
          (alone + twins).each do |component|
            one = placed.all[component.number]
            made[one.number] = ComponentSource.new(component, one.plan, bound.targets.size, @constants,
                                                   made[one.original&.number])
          end
          @components = made.sort.to_h
        end

        # The values that the source names, complete once to_s was called.
        def constants = @constants.to_a

        def to_s
          body = [*@order.steps.map { |step| step(step) },
                  *@components.each_value.filter_map(&:last), *@components.each_value.filter_map(&:spaced),
                  *@bound.rule_tables.flat_map { |table| TableSource.new(table, @constants).chosen },
                  *@bound.ladders.filter_map { |ladder| CheckSource.new(ladder, @constants).to_s },
                  *@bound.conditionals.flat_map { |rule| RuleSource.new(rule, @constants).said }]
          head = ['lambda { |o, t, a, p|', 'f = []', 'e = []', "l = Array.new(#{@bound.targets.size})"]
          head << 'budget = Budget.new' if body.any? { |text| text.include?('budget') }
          [*@constants.names, *head, *body, result, '}'].join("\n")
        end

        private

        def step(step)
          case step
          when Bound::Rule then RuleSource.new(step, @constants).branch
          when Bound::RuleTable then TableSource.new(step, @constants).branch
          else target(step)
          end
        end

        def target(target)
          case target.kind
          when :given then given(target)
          when :read then read(target)
          when :count then @components.fetch(@bound.ladders[target.index].rungs.first.component.number).counted(target)
          else TargetSource.new(@bound.ladders[target.index], @constants, @lists).to_s
          end
        end

        def given(target)
          component = target.port.component
          ladder = @bound.ladders[target.index]
          instances = target.varied? ? "i#{component}" : nil
          source = TargetSource.new(ladder, @constants, @lists, instance: @bound.targets.size, instances: instances)
          besides = source.besides if ladder.rules.any? && ladder.besides.rungs.any?
          @components.fetch(component).gave(target, besides: !besides.nil?)
          [source.to_s, *besides].join("\n")
        end

        # What is read of components, after they are called with all that has a say in it.
        def read(target)
          calls = target.port.filter_map { |outlet| @components.fetch(outlet.component).call(@order.needed(outlet)) }
          reading = @constants.keep(Reading.new(target.port))
          runs = target.port.map { |outlet| "q#{outlet.component}" }.join(', ')
          called = if target.port.first.price?
                     "price([#{@order.built(target).map do |one|
                       "v#{one.index}"
                     end.join(', ')}], #{runs})"
                   else
                     "call(#{runs})"
                   end
          [*calls, "v#{target.index} = #{reading}.#{called}; d#{target.index} = #{Decider.code(:inside)}"].join("\n")
        end

        def result
          lists = [locals('v', @bound.targets), locals('d', @bound.targets), locals('b', @bound.conditionals)]
          inside = @components.each_value.map(&:inside)
          "[#{lists.map { |list| "[#{list}]" }.join(', ')}, l, f, e#{", [#{inside.join(', ')}]" if inside.any?}]"
        end

        def locals(prefix, items) = items.map { |item| "#{prefix}#{item.index}" }.join(', ')
      end
    end
  end
end
