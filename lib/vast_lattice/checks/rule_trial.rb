# frozen_string_literal: true

module VastLattice
  module Checks
    # What a rule does, before it is kept: in each variant of the tables, and just below, at and just above each number that its
    # conditions turn at, by which of its branches; what differs from the family without it; and with which other rules it can
    # disagree.
    class RuleTrial
      # Variants that are looked at; of rules that wait for the shape, which has to be built.
      MOST = 1000
      MOST_SHAPES = 60
      NOTHING = { 'rows' => [], 'borders' => [], 'taken' => [], 'changed' => 0, 'disputes' => [], 'reach' => [] }.freeze
      private_constant :NOTHING

      # +with+ is a Plan that has the rule of that name, +without+ one that is the same but for it.
      def initialize(with, without, name)
        @with = with
        @without = without
        @bound = (with.bound.rules + with.bound.late_rules).find { |bound| bound.rule.name == name }
        @contrast = Contrast.new(without, with)
      end

      # Plain form: "rows" and "borders", each {"name", "branch" (a number, that of otherwise being the number of conditions; nil
      # where undefined), "texts" that differ, "wrong"} with "rows" of variants and "where" of borders; "taken", how many variants
      # take each branch; "changed", in how many something differs; "disputes". Rows of the +pick+ stand for what borders leave
      # open.
      def to_tree(pick)
        return NOTHING unless @bound && @with.runnable? && @without.runnable?

        rows = Variants.new(@with).first(@bound.late ? MOST_SHAPES : MOST).map { |variant| row(variant) }
        { 'rows' => rows, 'borders' => borders(pick), 'taken' => taken(rows), 'changed' => rows.count { |row| row['texts'].any? },
          'variants' => @bound.late ? rows.size : @with.family.variant_count,
          'disputes' => Disputes.new(@with, for_tables: 1000).found(@bound.rule.name).map(&:to_tree), 'reach' => reach }
      end

      private

      # Branches that can never be taken, or always are, in words.
      def reach
        @bound.late ? [] : Reach.new(@with, @bound).findings.map { |finding| "#{branch_word(finding.place.path)}: #{finding.message}" }
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
        change = @contrast.of(name, {}, before, after) unless before.says_the_same?(after)
        change&.pair = [before, after]
        texts = change ? change.texts : []
        return { 'branch' => after.branches[@bound.index], 'texts' => texts, 'wrong' => wrong(after) } unless @bound.late

        figures = [before, after].map { |outcome| Figures.of(outcome) }
        { 'branch' => figures.last.late.branches[@bound.index], 'texts' => texts | late_texts([before, after], figures),
          'wrong' => wrong(after) }
      end

      # What differs of what waits for the shape, in words.
      def late_texts(outcomes, figures)
        prices = outcomes.zip(figures).map { |outcome, figure| Figures.price(outcome, figure).then { |text| text.empty? ? 'none' : text } }
        told = figures.map { |figure| figure.late.findings.map(&:message) }
        [*("price #{prices.join(' → ')}" if prices.uniq.size > 1), *(told.last - told.first).map { |text| "now: #{text}" },
         *(told.first - told.last).map { |text| "no longer: #{text}" }]
      end

      # Whether it disagrees with another rule there.
      def wrong(outcome)
        name = "\"#{@bound.rule.name}\""
        outcome.findings.select { |finding| finding.code == :rules_disagree && finding.message.include?(name) }.map(&:message)
      end

      def taken(rows)
        counts = rows.map { |row| row['branch'] }.tally
        Array.new(@bound.conditions.size + 1) { |branch| counts.fetch(branch, 0) }
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
