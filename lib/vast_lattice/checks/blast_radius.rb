# frozen_string_literal: true

module VastLattice
  module Checks
    # What an edit changes: from the plan before to the plan after it, in how many variants values, states, part
    # numbers, findings and masses differ. A variant is known by the names of its rows.
    class BlastRadius
      # Changed variants that are told one by one.
      LISTED = 40
      # Of more variants than this, those with the default rows of the tables that did not change.
      MANY = 4000
      # Work that masses may take, in points of Geometry::Work, and what a shape takes beside them; the rest are counted as
      # not weighed. Somewhat under half a second.
      WORK = 160_000
      SHAPE = 2_500

      # A variant before and after: Outcomes.
      Pair = Struct.new(:name, :before, :after)
      # What differs in a variant: names of values and states, labels before and after by name, errors before and after,
      # its masses where it was weighed; the pair itself of the first ones only, because thousands of outcomes are heavy.
      Changed = Struct.new(:decided, :states, :labels, :findings, :pair, :masses)

      # +listed+ changed variants are told one by one; +work+ is what masses may take.
      def initialize(before, after, work: WORK, listed: LISTED)
        @before = before
        @after = after
        @work = work
        @listed = listed
      end

      # Plain form: "variants" now, "partly" whether only those with the default rows of other tables were looked at,
      # "changed", "new", "gone"; "values", "states" and "labels" with the number of variants by name; "masses" that differ
      # of those "weighed", "heavier" (least and most, kg), "unweighed"; "broken" and "mended" variants; "rows", the first
      # changed variants with texts. nil when a plan cannot run.
      def to_tree
        return unless @before.runnable? && @after.runnable?

        before, after = [@before, @after].map { |plan| picks(plan) }
        changes = look(before, after)
        { 'variants' => @after.family.variant_count, 'partly' => partly?, 'changed' => changes.size,
          'new' => (after.keys - before.keys).size, 'gone' => (before.keys - after.keys).size, **counts(changes), **@weights,
          'rows' => changes.first(@listed).map { |change| { 'name' => change.pair.name, 'texts' => texts(change) } } }
      end

      private

      # {name of a variant => the numbers of its rows}
      def picks(plan)
        found = Variants.new(plan, within: within(plan))
        numbers = 0...[found.size, Variants::MOST].min
        numbers.to_h { |number| found.pick(number).then { |names, picked| [names.values.join(' · '), picked] } }
      end

      # The Changed variants; as many as there is time for are weighed on the way.
      def look(before, after)
        masses = []
        changes = (before.keys & after.keys).each_with_object([]) do |name, found|
          pair = Pair.new(name, @before.outcome_at(before[name]), @after.outcome_at(after[name]))
          change = changed(pair) or next
          found << change
          change.pair = pair if found.size <= @listed
          masses << (change.masses = masses_of(pair)) if @work.positive?
        end
        @weights = weights(masses, changes.size)
        changes
      end

      def masses_of(pair) = [pair.before, pair.after].map { |outcome| weighed(outcome) }

      # The mass; what it takes goes from the work that is left.
      def weighed(outcome)
        known = Figures.known(outcome) and return known.mass

        mass, points = Geometry::Work.counted { Figures.of(outcome).mass }
        @work -= SHAPE + points
        mass
      end

      def partly?
        return @partly unless @partly.nil?

        @partly = [@before, @after].any? { |plan| Variants.new(plan, within: rows_alone? ? changed_rows : {}).size > MANY }
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

      # A Changed, or nil where nothing differs.
      def changed(pair)
        old = pair.before.values
        new = pair.after.values
        differing = common.reject { |_, before, after| same?(old[before.index], new[after.index]) }
        values, states = differing.partition { |_, _, after| !after.state? }
        labels = labels(pair)
        findings = errors(pair)
        return if differing.empty? && labels.empty? && findings.uniq.size == 1

        Changed.new(values, states(pair, states), labels, findings)
      end

      # Names that both plans decide, with their targets: values, materials, colours, and states.
      def common
        @common ||= @after.targets.filter_map do |target|
          next if target.kind == :row

          old = @before.symbols[target.name]
          [target.name, old, target] if old
        end
      end

      def same?(old, new) = old == new || (old.is_a?(Float) && new.is_a?(Float) && old.nan? && new.nan?)

      # {label => [before, after]} of those that differ.
      def labels(pair)
        before, after = [pair.before, pair.after].map(&:labels)
        after.to_h { |name, text| [name, [before[name].to_s, text]] }.reject { |_, both| both.uniq.size == 1 }
      end

      # Mass, states and labels first, then values, then what is wrong.
      def texts(change)
        pair = change.pair
        states = change.states.to_h { |name| [name, [pair.before, pair.after].map { |outcome| outcome.state(name) }] }
        values = change.decided.to_h { |name, old, new| [name, [pair.before.text_of(old), pair.after.text_of(new)]] }
        named = { **mass(change), **states, **change.labels, **values }.map { |name, both| "#{name} #{both.join(' → ')}" }
        before, after = change.findings
        [*named, *(after - before).map { |finding| "now: #{finding.message}" },
         *(before - after).map { |finding| "no longer: #{finding.message}" }]
      end

      def mass(change)
        texts = change.masses.to_a.map { |mass| Figures.mass_text(mass) }
        texts.uniq.size == 2 ? { 'mass' => texts } : {}
      end

      def counts(changes)
        { 'values' => changes.flat_map { |change| change.decided.map(&:first) }.tally, 'states' => changes.flat_map(&:states).tally,
          'labels' => changes.flat_map { |change| change.labels.keys }.tally,
          'broken' => changes.count { |change| change.findings.first.empty? && change.findings.last.any? },
          'mended' => changes.count { |change| change.findings.first.any? && change.findings.last.empty? } }
      end

      # Errors before and after; where the same is found, none of them.
      def errors(pair)
        return [[], []] if pair.before.finds_the_same?(pair.after)

        [pair.before, pair.after].map { |outcome| outcome.findings.select(&:error?) }
      end

      # Names of features and parts whose state differs, of targets that do.
      def states(pair, targets)
        names = targets.map { |_, _, target| target.path.first }.uniq
        names.select { |name| [pair.before, pair.after].map { |outcome| outcome.state(name) }.uniq.size == 2 }
      end

      def weights(masses, changed)
        differing = masses.map { |before, after| after - before }.select { |more| more.finite? && more.abs >= 1e-9 }
        { 'weighed' => masses.size, 'unweighed' => changed - masses.size, 'masses' => differing.size,
          'heavier' => differing.minmax.compact.map { |mass| mass.round(6) } }
      end
    end
  end
end
