# frozen_string_literal: true

module VastLattice
  module Variants
    # What an edit changes: from the plan before to the plan after it, in how many variants values, states, steps, part
    # numbers, prices, findings and masses differ. A variant is known by the names of its rows.
    class BlastRadius
      # Changed variants that are told one by one.
      LISTED = 40
      # Of more variants than this, those with the default rows of the tables that did not change.
      MANY = 4000
      # Work that masses may take, in points of Geometry::Work, and what a shape takes beside them; the rest are counted as
      # not weighed. Somewhat under half a second.
      WORK = 160_000
      SHAPE = 2_500

      # +listed+ changed variants are told one by one; +work+ is what masses may take.
      def initialize(before, after, work: WORK, listed: LISTED)
        @before = before
        @after = after
        @work = work
        @listed = listed
      end

      # Plain form: "variants" now, "partly" whether only those with the default rows of other tables were looked at,
      # "changed", "new", "gone"; "values", "states", "steps", "placed" and "labels" with the number of variants by name, those
      # of components by path; "prices", "operations" and "findings" with their number; "masses" that differ of those "weighed",
      # "heavier" (least and most, kg), "unweighed"; "broken" and "mended" variants, as far as weighed with their
      # shapes; "rows", the first changed variants with texts. nil when a plan cannot run.
      def to_tree
        return unless @before.runnable? && @after.runnable?

        before, after = [@before, @after].map { |plan| picks(plan) }
        changes = look(before, after)
        { 'variants' => @after.family.variant_count, 'partly' => partly?, 'changed' => changes.size,
          'new' => (after.keys - before.keys).size, 'gone' => (before.keys - after.keys).size, **counts(changes), **weights(changes),
          'rows' => changes.select(&:pair).map { |change| { 'name' => change.name, 'rows' => change.rows, 'texts' => change.texts } } }
      end

      private

      # {name of a variant => [names of its rows by table, their numbers]}
      def picks(plan)
        found = All.new(plan, within: within(plan))
        numbers = 0...[found.size, All::MOST].min
        numbers.to_h { |number| found.pick(number).then { |names, picked| [names.values.join(' · '), [names, picked]] } }
      end

      # The Changes; as many as there is time for are weighed on the way.
      def look(before, after)
        contrast = Contrast.new(@before, @after)
        (before.keys & after.keys).each_with_object([]) do |name, found|
          rows, picked = after[name]
          pair = [@before.outcome_at(before[name].last), @after.outcome_at(picked)]
          change = contrast.of(name, rows, *pair) or next
          weigh(change, pair) if @work.positive?
          next if change.nothing? && change.same_mass?

          found << change
          change.pair = pair if found.size <= @listed
        end
      end

      # What it takes goes from the work that is left.
      def weigh(change, pair)
        figures = pair.map do |outcome|
          Figures.known(outcome) || begin
            figure, points = Geometry::Work.counted { Figures.of(outcome) }
            @work -= SHAPE + points
            figure
          end
        end
        change.weighed(figures.map(&:mass), figures.map(&:findings),
                       pair.zip(figures).map { |outcome, figure| Figures.price(outcome, figure) })
      end

      def partly?
        return @partly unless @partly.nil?

        @partly = [@before, @after].any? { |plan| All.new(plan, within: rows_alone? ? changed_rows : {}).size > MANY }
      end

      # Only rows that differ can lead to variants that do, where nothing but rows changed.
      def within(plan)
        rows = rows_alone? ? changed_rows : {}
        return rows unless partly?

        others = plan.family.variant_tables.reject { |table| changed_rows.key?(table.name) || table.rows.empty? }
        rows.merge(others.to_h { |table| [table.name, [table.rows[table.default_row_index].name]] })
      end

      def rows_alone?
        return @rows_alone unless @rows_alone.nil?

        lean = [@before, @after].map { |plan| plan.family.tables.map { |table| table.with(rows: [], default_row: nil) } }
        others = Family.fields.keys - [:tables]
        same = others.all? { |field| @before.family.public_send(field).equal?(@after.family.public_send(field)) }
        @rows_alone = same && lean.uniq.size == 1 && @before.lists.empty? && changed_rows.size == 1
      end

      # {table => names of rows that are new, gone or changed}, of tables in which there are any.
      def changed_rows
        @changed_rows ||= @after.family.variant_tables.to_h do |table|
          rows = {}.compare_by_identity
          @before.family.table(table.name)&.rows.to_a.each { |row| rows[row] = true }
          changed = table.rows.reject { |row| rows.delete(row) }
          [table.name, (changed + rows.keys).map(&:name)]
        end.reject { |_, names| names.empty? }
      end

      # Changes of which what the block gives is not the same before and after.
      def unlike(changes) = changes.count { |change| yield(change).uniq.size > 1 }

      def counts(changes)
        { 'values' => changes.flat_map(&:value_names).tally, 'states' => changes.flat_map(&:state_names).tally,
          'steps' => changes.flat_map(&:step_names).tally, 'labels' => changes.flat_map { |change| change.labels.keys }.tally,
          'placed' => changes.flat_map(&:placed_names).tally, 'prices' => changes.count(&:price_texts),
          'operations' => unlike(changes, &:lines), 'findings' => unlike(changes, &:found),
          'broken' => changes.count(&:broken?), 'mended' => changes.count(&:mended?) }
      end

      def weights(changes)
        weighed = changes.count(&:masses)
        differing = changes.map(&:heavier).reject(&:zero?)
        { 'weighed' => weighed, 'unweighed' => changes.size - weighed, 'masses' => differing.size,
          'heavier' => differing.minmax.compact.map { |mass| mass.round(6) } }
      end
    end
  end
end
