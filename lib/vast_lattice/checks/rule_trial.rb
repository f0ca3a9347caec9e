# frozen_string_literal: true

module VastLattice
  module Checks
    # What a rule or a rule table does, before it is kept: in each variant of the tables, and just below, at and just above each
    # number that its conditions turn at, by which of its branches or rows; what differs from the family without it (Contrast); and
    # with which other rules it can disagree.
    class RuleTrial
      # Variants that are looked at; of rules that wait for the shape, which has to be built.
      MOST = 1000
      MOST_SHAPES = 60
      # Points of Geometry::Work that shapes may take where masses or prices wait for them, and what each takes beside these.
      WORK = 160_000
      SHAPE = 2_500
      NOTHING = { 'rows' => [], 'borders' => [], 'taken' => [], 'changed' => 0, 'disputes' => [], 'reach' => [] }.freeze
      private_constant :NOTHING, :WORK, :SHAPE

      # +with+ is a Plan that has the rule or rule table of that name, +without+ one that is the same but for it.
      def initialize(with, without, name)
        @with = with
        @without = without
        @bound = with.bound.sources.find { |bound| bound.source.name == name }
        @contrast = Variants::Contrast.new(without, with)
        @work = WORK
      end

      # Plain form: "rows" and "borders", each {"name", "branch" (a number, that of otherwise being the number of conditions, or the
      # rows that count; nil where undefined), "texts" that differ, "wrong"} with "rows" of variants, what differs first, and "where"
      # of borders; "taken", how many variants take each branch or row, and "applies", how many any but otherwise; "changed", in how
      # many something differs; "disputes". Rows of the +pick+ stand for what borders leave open.
      def to_tree(pick)
        return NOTHING unless @bound && @with.runnable? && @without.runnable?

        rows = Variants::All.new(@with).first(@bound.late? ? MOST_SHAPES : MOST).map { |variant| row(variant) }
        rows = rows.partition { |row| row['texts'].any? }.flatten(1)
        { 'rows' => rows, 'borders' => borders(pick), 'taken' => taken(rows), 'applies' => rows.count { |row| applies?(row['branch']) },
          'changed' => rows.count { |row| row['texts'].any? }, 'variants' => rows.size, 'of' => @with.family.variant_count,
          'disputes' => Disputes.new(@with, for_tables: 1000).found(@bound.source.name).map(&:to_tree), 'reach' => reach }
      end

      private

      def table? = @bound.is_a?(Plan::Bound::RuleTable)

      # Whether a branch that is not otherwise is taken, or any row counts.
      def applies?(branch) = table? ? branch.to_a.any? : !branch.nil? && branch < @bound.conditions.size

      # Branches that can never be taken, or always are, in words.
      def reach
        return [] if @bound.late? || table?

        Reach.new(@with, @bound).findings.map { |finding| "#{branch_word(finding.place.path)}: #{finding.message}" }
      end

      def branch_word(path)
        case path.drop(2)
        in ['when'] then 'When'
        in ['otherwise'] then 'Otherwise'
        in ['else_when', number, *] then "Otherwise when, no. #{number.to_i + 1}"
        end
      end

      def row(variant)
        picked = variant.outcome.pick.rows
        { 'name' => variant.name, 'rows' => variant.rows, **said(@without.outcome_at(picked), variant.outcome, variant.name) }
      end

      def said(before, after, name)
        pair = [before, after]
        change = @contrast.of(name, {}, *pair)
        figures = weighed(change, pair)
        change&.pair = pair
        branches = @bound.late? ? figures.last.late.branches : after.branches
        { 'branch' => branches[@bound.index], 'texts' => change ? change.texts : [], 'wrong' => wrong(after) }
      end

      # The Figures of both where these are needed, as long as there is work left; what differs is told of them.
      def weighed(change, pair)
        return unless @bound.late? || (change && @work.positive?)

        figures, points = Geometry::Work.counted { pair.map { |outcome| Variants::Figures.of(outcome) } }
        @work -= SHAPE + points
        change&.weighed(figures.map(&:mass), figures.map(&:findings), pair.zip(figures).map do |outcome, figure|
          Variants::Figures.price(outcome, figure)
        end)
        figures
      end

      # Whether it disagrees with another rule there.
      def wrong(outcome)
        name = @bound.source.name
        outcome.findings.select { |finding| finding.code == :rules_disagree && finding.about['rules'].include?(name) }.map(&:message)
      end

      def taken(rows)
        counts = rows.flat_map { |row| row['branch'] }.tally
        Array.new(@bound.conditions.size + (table? ? 0 : 1)) { |branch| counts.fetch(branch, 0) }
      end

      def borders(pick)
        rows = Plan::PickReader.new(@with).read(Plan::Pick.new(rows: pick.rows)).rows
        Borders.new(@with, @bound.conditions).cases.select { |target, *| target.value? && !target.computed? }.map do |target, value, where|
          outcomes = [@without, @with].map { |plan| plan.outcome_at(rows, target.name => value) }
          { 'name' => "#{target.name} = #{target.text(value)}", 'where' => where.to_s, **said(*outcomes, 'border') }
        end
      end
    end
  end
end
