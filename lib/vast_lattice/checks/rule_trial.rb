# frozen_string_literal: true

module VastLattice
  module Checks
    # What a rule does, before it is kept: in each variant of the tables, and just below, at and just above each number that its
    # conditions turn at, by which of its branches; what differs from the family without it; and with which other rules it can
    # disagree.
    class RuleTrial
      # Variants that are looked at.
      MOST = 1000
      NOTHING = { 'rows' => [], 'borders' => [], 'taken' => [], 'changed' => 0, 'disputes' => [] }.freeze
      private_constant :NOTHING

      # +with+ is a Plan that has the rule of that name, +without+ one that is the same but for it.
      def initialize(with, without, name)
        @with = with
        @without = without
        @bound = with.bound.rules.find { |bound| bound.rule.name == name }
        @contrast = Contrast.new(without, with)
      end

      # Plain form: "rows" and "borders", each {"name", "branch" (a number, that of otherwise being the number of conditions; nil
      # where undefined), "texts" that differ, "wrong"} with "rows" of variants and "where" of borders; "taken", how many variants
      # take each branch; "changed", in how many something differs; "disputes". Rows of the +pick+ stand for what borders leave
      # open.
      def to_tree(pick)
        return NOTHING unless @bound && @with.runnable? && @without.runnable?

        rows = Variants.new(@with).first(MOST).map { |variant| row(variant) }
        { 'rows' => rows, 'borders' => borders(pick), 'taken' => taken(rows), 'changed' => rows.count { |row| row['texts'].any? },
          'variants' => @with.family.variant_count, 'disputes' => Disputes.new(@with).found(@bound.rule.name).map(&:to_tree) }
      end

      private

      def row(variant)
        picked = variant.outcome.pick.rows
        { 'name' => variant.name, 'rows' => variant.rows, **said(@without.outcome_at(picked), variant.outcome, variant.name) }
      end

      def said(before, after, name)
        change = @contrast.of(name, {}, before, after) unless before.says_the_same?(after)
        change&.pair = [before, after]
        { 'branch' => after.branches[@bound.index], 'texts' => change ? change.texts : [], 'wrong' => wrong(after) }
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
