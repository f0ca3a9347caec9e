# frozen_string_literal: true

module VastLattice
  module Variants
    # The variants that stand beside each other in a view: the rows of one table while the other tables stand at the rows of a
    # pick, or complete variants, a row of each table.
    module Across
      # Most complete variants that a view shows.
      MOST = 5000
      # What stands between the rows of a complete variant.
      BETWEEN = ' · '

      # What all tables together are called.
      TOGETHER = 'all tables together'

      # +table+ is a Family::Table, or nil for complete variants. Raises Error where there are too many of these.
      def self.of(plan, table, pick = Plan::Pick.new) = table ? Rows.new(plan, table, pick) : Complete.new(plan)

      # What both ways have: each knows its title and size, and of the variant of a number its name, its rows by table, and their
      # numbers as Plan#outcome_at takes them (picked).
      module Named
        # Names in their order.
        def names = @names ||= Array.new(size) { |number| name(number) }

        # The number of the variant of a name, in any case; nil where there is none.
        def number(name) = names.index { |own| own.casecmp?(name.to_s) }

        # The Plan::Pick of the variant of a number.
        def pick(number) = Plan::Pick.new(rows: rows(number))
      end

      # Of one table.
      class Rows
        include Named

        def initialize(plan, table, pick)
          @table = table
          @at = plan.family.table_index(table.name)
          @base = pick.rows
          @picked = Plan::PickReader.new(plan).read(Plan::Pick.new(rows: pick.rows)).rows
        end

        def title = @table.title
        def size = @table.rows.size
        def name(number) = @table.rows[number].name
        def rows(number) = @base.merge(@table.name => name(number))

        def picked(number) = @picked.each_with_index.map { |row, at| at == @at ? number : row }
      end

      # Of all tables; of a family without any, the one variant.
      class Complete
        include Named

        def initialize(plan)
          @variants = All.new(plan)
          return if size <= MOST

          raise Error.new(Wording[:the_family_has_size_complete_variants_at, size: size, most: MOST], remedy: Wording[:choose_one_table])
        end

        def title = TOGETHER
        def size = @variants.size
        def name(number) = rows(number).then { |rows| rows.empty? ? 'variant' : rows.values.join(BETWEEN) }
        def rows(number) = @variants.pick(number).first
        def picked(number) = @variants.pick(number).last
      end
    end
  end
end
