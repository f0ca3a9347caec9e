# frozen_string_literal: true

module VastLattice
  class Plan
    # The plan as one Ruby lambda, compiled once and called for every pick: the Ladders, read as source.
    #
    #   call(overrides, rows, answers, below) -> [values, deciders, branches, limits, findings, lines, inside]
    #
    # +overrides+ and +answers+ are lists by target (nil where there is none), +rows+ lists the picked
    # row of each table (nil where none). +values+ and +deciders+ are lists by target, undefined values NaN or nil;
    # +branches+ the branch taken, by bound rule, nil where its conditions are undefined, and the rows that count, by bound rule
    # table; +limits+ [least, most, step, choices]
    # by target, nil where there are none; +findings+ short lists that Outcome turns into Finding values; +lines+ those of
    # prices and operations; +inside+, of a family with components, what each came to: Run::Inside. +below+ holds, by the number of
    # a component, Given::Items that come from further outside.
    #
    # The source holds only numbers, generated variable names and strings quoted by String#dump. Local variables: v values,
    # d deciders, b branches, by index; o overrides, t rows, a answers; f findings, e lines, l limits; c constants;
    # of components by number: m, i, q as in ComponentSource, p what is below.
    class Program
      # Longest source of a program, in characters; more is too much to compile.
      LONGEST = 6_000_000

      # The family says more than can be compiled.
      class TooLarge < Error; end

      # The local variable with the rows of a rule table that count for an output of which they are chosen.
      def self.chosen(table, output) = "u#{table.index}_#{output}"

      # +lists+ are the values of the Formula::ColumnLists that formulas use. Raises TooLarge.
      def initialize(bound, order, lists, placed)
        whole = WholeSource.new(bound, order, lists, placed)
        source = "lambda { |constants, lists| #{whole} }"
        refuse_size(source)
        @lambda = Formula.compiled(source, 'plan').call(whole.constants, lists)
      end

      def call(overrides, rows, answers, below = nil) = @lambda.call(overrides, rows, answers, below)

      private

      def refuse_size(source)
        return if source.size <= LONGEST

        raise TooLarge.new(Wording[:the_formulas_rules_and_tables],
                           remedy: Wording[:look_things_up_in_tables_instead])
      end
    end
  end
end
