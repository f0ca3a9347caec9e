# frozen_string_literal: true

module VastLattice
  module Checks
    # Which branches of a rule can be taken at all, over everything that is allowed: numbers within their limits, all choices,
    # states, rows. Exact where conditions compare names with constants; of others nothing is said. Names count as independent of
    # each other: what is never taken then is never taken.
    class Reach
      # Combinations of segments that are looked at.
      MOST = 4000

      # Whether a Typed condition can never hold, whatever is allowed, as far as that can be seen.
      def self.never?(plan, condition)
        rule = Plan::Bound::Rule.new(index: -1, rule: Family::Rule.new(name: '', branches: [Family::Rule::Branch.new(condition: '')]),
                                     conditions: [condition], consequences: [[], []])
        new(plan, rule).findings.any? { |finding| finding.code == :never_fires }
      end

      # +rule+ is a Bound::Rule.
      def initialize(plan, rule)
        @plan = plan
        @rule = rule
      end

      # Findings of level warning and note, in the order of the branches.
      def findings
        return [] unless @rule.conditions.all? { |condition| plain?(condition) } && size.between?(1, MOST)

        look
        dead = @rule.conditions.each_index.reject { |branch| @taken[branch] }.map { |branch| never(branch) }
        dead << never_otherwise if @rule.rule.otherwise.any? && !@taken[@rule.conditions.size]
        always? ? [always] : dead
      end

      private

      def plain?(node)
        case node.kind
        when :compare, :between, :in then node.parts.one? { |part| part.variables.any? } && node.parts.all? { |part| lone?(part) }
        when :name, :boolean then true
        when :and, :or then node.parts.all? { |part| plain?(part) }
        when :call then node.data.name == 'not' && plain?(node.parts.first)
        else false
        end
      end

      # A name by itself, or something constant.
      def lone?(node) = node.kind == :name || node.constant?

      # {Target => Segments}
      def segments
        @segments ||= Borders.new(@plan, @rule.conditions).constants.to_h do |target, constants|
          item = @plan.bound.items[target.index]
          [target,
           Segments.new(target.type, constants, limits: item.fixed_limits(@plan.lists), unit: target.unit, grid: Grid.of(@plan, target))]
        end
      end

      def size = segments.values.map(&:size).reduce(1, :*)

      # Notes which branches are taken and which conditions hold in some combination.
      def look
        @taken = {}
        @held = {}
        targets = segments.keys.map(&:index)
        lists = segments.values.map { |own| own.list.map(&:sample) }
        lists.empty? ? look_at({}) : lists.first.product(*lists.drop(1)) { |values| look_at(targets.zip(values).to_h) }
      end

      def look_at(values)
        evaluator = Formula::Evaluator.new(@plan.lists) { |variable| values[variable.index] }
        held = @rule.conditions.map { |condition| evaluator.settled(condition) == true }
        held.each_with_index { |holds, branch| @held[branch] = true if holds }
        @taken[held.index(true) || held.size] = true
      end

      def always? = @rule.conditions.one? && @rule.rule.otherwise.empty? && !@taken[1] && !@rule.conditions.first.constant?

      def always
        Finding.new(code: :always_fires, level: :note, place: condition(0),
                    wording: Wording[:this_condition_always_holds_whatever_is_allowed], advice: Wording[:fine_if_that_is_meant_else_check])
      end

      def never(branch)
        message = if @held[branch]
                    Wording[:this_branch_is_never_taken_those_before]
                  else
                    Wording[:this_condition_can_never_hold_whatever]
                  end
        Finding.new(code: :never_fires, level: :warning, place: condition(branch), wording: message,
                    advice: Wording[:check_the_condition_and_the_limits])
      end

      def never_otherwise
        Finding.new(code: :never_fires, level: :warning, place: Place.at('rules', @rule.rule.name, 'otherwise'),
                    wording: Wording[:the_otherwise_is_never_taken_the_conditions], advice: Wording[:check_them_or_remove])
      end

      def condition(branch) = Place.at('rules', @rule.rule.name, *@rule.rule.condition_path(branch))
    end
  end
end
