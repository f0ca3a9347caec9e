# frozen_string_literal: true

module VastLattice
  class Plan
    class Program
      # The source of a whole Program: every rule, rule table and target in their Order, then the checks and what rules say besides.
      class WholeSource
        # +lists+ as in Program.
        def initialize(bound, order, lists)
          @bound = bound
          @order = order
          @lists = lists
          @constants = Constants.new
        end

        # The values that the source names, complete once to_s was called.
        def constants = @constants.to_a

        def to_s
          body = [*@order.steps.map { |step| step(step) },
                  *@bound.ladders.filter_map { |ladder| CheckSource.new(ladder, @constants).to_s },
                  *@bound.conditionals.flat_map { |rule| RuleSource.new(rule, @constants).said }]
          head = ['lambda { |o, t, a|', 'f = []', 'e = []', "l = Array.new(#{@bound.targets.size})"]
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

        def target(target) = TargetSource.new(@bound.ladders[target.index], @constants, @lists).to_s

        def result
          lists = [locals('v', @bound.targets), locals('d', @bound.targets), locals('b', @bound.conditionals)]
          "[#{lists.map { |list| "[#{list}]" }.join(', ')}, l, f, e]"
        end

        def locals(prefix, items) = items.map { |item| "#{prefix}#{item.index}" }.join(', ')
      end
    end
  end
end
