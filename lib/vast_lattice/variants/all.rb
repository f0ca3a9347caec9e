# frozen_string_literal: true

module VastLattice
  module Variants
    # All complete variants of a family: one row of each table, in every combination, each resolved whole.
    class All
      # Most combinations that are listed.
      MOST = 20_000

      # A variant: its rows by table, and its Outcome. The Result, with its solids, is made when it is asked for.
      Variant = Struct.new(:rows, :outcome) do
        # Row names, joined.
        def name = rows.empty? ? 'the only variant' : rows.values.join(' · ')

        def result = @result ||= Result.new(outcome.plan, outcome: outcome)
      end

      # +within+ keeps some rows of some tables: {table name => [row name, …]}.
      def initialize(plan, within: {})
        @plan = plan
        @lists = plan.family.variant_tables.reject { |table| table.rows.empty? }.map do |table|
          kept = within[table.name]&.to_set(&:downcase)
          [plan.family.table_index(table.name), table, table.rows.each_index.select do |row|
            kept.nil? || kept.include?(table.rows[row].name.downcase)
          end]
        end
      end

      # Number of combinations.
      def size = @lists.map { |_, _, rows| rows.size }.reduce(1, :*)

      # Yields each Variant; without a block, an Enumerator. Raises Error beyond MOST.
      def each
        return enum_for(:each) { size } unless block_given?
        if size > MOST
          raise Error.new(Wording[:the_family_has_size_variants_at_most, size: size, most: MOST],
                          remedy: Wording[:pick_rows_of_a_table_first])
        end

        @plan.ensure_runnable
        size.times { |number| yield at(number) }
      end

      # The Variant of that number; the last table changes quickest.
      def at(number)
        names, picked = pick(number)
        Variant.new(names, @plan.outcome_at(picked))
      end

      # The number of the variant of these rows, given as Plan#outcome_at takes them; nil where it is not among them.
      def number_of(picked)
        @lists.reduce(0) do |number, (index, _, rows)|
          at = picked[index] && rows.bsearch_index { |row| row >= picked[index] }
          return nil unless at && rows[at] == picked[index]

          (number * rows.size) + at
        end
      end

      # Its rows by table, and their numbers as Plan#outcome_at takes them.
      def pick(number)
        picked = Array.new(@plan.family.tables.size)
        names = @lists.reverse.map do |index, table, rows|
          number, at = number.divmod(rows.size)
          picked[index] = rows[at]
          [table.name, table.rows[rows[at]].name]
        end
        [names.reverse.to_h, picked]
      end

      include Enumerable
    end
  end
end
