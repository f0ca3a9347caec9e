# frozen_string_literal: true

module VastLattice
  module Checks
    # All complete variants of a family: one row of each table, in every combination, each resolved whole.
    class Variants
      # Most combinations that are listed.
      MOST = 20_000

      # A variant: its rows by table, and its Result.
      Variant = Struct.new(:rows, :result) do
        # Row names, joined.
        def name = rows.empty? ? 'the only variant' : rows.values.join(' · ')
      end

      def initialize(plan)
        @plan = plan
      end

      # Number of combinations.
      def size = @plan.family.variant_count

      # Yields each Variant; without a block, an Enumerator. Raises Error beyond MOST.
      def each
        return enum_for(:each) { size } unless block_given?
        raise Error.new("The family has #{size} variants; at most #{MOST} are listed.", remedy: 'Pick rows instead.') if size > MOST

        combinations.each do |rows|
          yield Variant.new(rows, Result.new(@plan, Plan::Pick.new(rows: rows)))
        end
      end

      include Enumerable

      private

      def combinations
        lists = @plan.family.variant_tables.reject { |table| table.rows.empty? }.map do |table|
          table.rows.map do |row|
            [table.name, row.name]
          end
        end
        return [{}] if lists.empty?

        lists.first.product(*lists.drop(1)).map(&:to_h)
      end
    end
  end
end
