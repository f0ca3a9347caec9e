# frozen_string_literal: true

module VastLattice
  class Plan
    # The plan as one Ruby lambda, compiled once and called for every pick: the Ladders, read as source.
    #
    #   call(overrides, rows, answers) -> [values, deciders, branches, limits, findings, lines]
    #
    # +overrides+ and +answers+ are lists by target (nil where there is none), +rows+ lists the picked
    # row of each table (nil where none). +values+ and +deciders+ are lists by target, undefined values NaN or nil;
    # +branches+ the branch taken, by bound rule, nil where its conditions are undefined; +limits+ [least, most, step, choices]
    # by target, nil where there are none; +findings+ short lists that Outcome turns into Finding values; +lines+ those of
    # prices and operations.
    #
    # The source holds only numbers, generated variable names and strings quoted by String#dump. Local variables: v values,
    # d deciders, b branches, by index; o overrides, t rows, a answers; f findings, e lines, l limits; c constants.
    class Program
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
        @constants = Constants.new
        @source = compose
        refuse_size
        @lambda = Formula.compiled("lambda { |constants, lists| #{@source} }", 'plan').call(@constants.to_a, lists)
      end

      def call(overrides, rows, answers) = @lambda.call(overrides, rows, answers)

      private

      def refuse_size
        return if @source.size <= LONGEST

        raise TooLarge.new('The formulas, rules and tables of this family are too large to be compiled.',
                           remedy: 'Look things up in tables instead of writing them into formulas.')
      end

      def compose
        body = [*@order.steps.map { |step| step.is_a?(Bound::Rule) ? RuleSource.new(step, @constants).branch : target(step) },
                *@bound.ladders.filter_map { |ladder| CheckSource.new(ladder, @constants).to_s },
                *@bound.rules.flat_map { |rule| RuleSource.new(rule, @constants).said }]
        head = ['lambda { |o, t, a|', 'f = []', 'e = []', "l = Array.new(#{@bound.targets.size})"]
        head << 'budget = Budget.new' if body.any? { |text| text.include?('budget') }
        [*@constants.names, *head, *body, result, '}'].join("\n")
      end

      def target(target) = TargetSource.new(@bound.ladders[target.index], @constants, @lists).to_s

      def result
        lists = [locals('v', @bound.targets), locals('d', @bound.targets), locals('b', @bound.rules)]
        "[#{lists.map { |list| "[#{list}]" }.join(', ')}, l, f, e]"
      end

      def locals(prefix, items)
        items.map { |item| "#{prefix}#{item.index}" }.join(', ')
      end
    end
  end
end
