# frozen_string_literal: true

module VastLattice
  module Checks
    # What no variant of the tables ever shows: features that are never built, rules that never apply, effects on what is
    # suppressed anyway. Forms may still reach them, so these are no errors.
    class Coverage
      # +tick+ as of Sweep.
      def initialize(plan, tick: nil)
        @plan = plan
        @tick = tick
      end

      # Findings over all variants, as far as a Sweep looks at them.
      def findings
        return [] if !@plan.runnable? || @plan.family.variant_tables.all? { |table| table.rows.empty? }

        never_built, never_applied, idle = left_over
        told = @plan.findings.select { |finding| finding.code == :never_fires }.map { |finding| finding.place.path[1] }
        never_built.map { |feature| unbuilt(feature) } +
          never_applied.reject { |rule| told.include?(rule.rule.name) }.map { |rule| unapplied(rule) } +
          idle.map { |decided| without_effect(decided) }
      end

      # The same as Gathering::Found values.
      def found = findings.map { |finding| Gathering::Found.new(finding: finding) }

      private

      # A Consequence::Decision of a branch of a rule, and whether any variant took that branch.
      Decided = Struct.new(:rule, :branch, :target, :taken)
      private_constant :Decided

      # Features and rules that no variant shows, and decisions that no variant needs.
      def left_over
        features = @plan.family.features
        rules = @plan.bound.rules
        decided = decisions
        Sweep.new(@plan, tick: @tick).each do |variant|
          features = features.select { |feature| variant.outcome.state(feature.name) == :suppressed }
          rules = rules.reject { |rule| variant.outcome.branches[rule.index].to_i < rule.conditions.size }
          decided = decided.reject { |one| needed?(one, variant.outcome) }
          break if features.empty? && rules.empty? && decided.empty?
        end
        [features, rules, decided.select(&:taken)]
      end

      # What rules say of features: whether they are shown, and whether they are built.
      def decisions
        @plan.bound.rules.flat_map do |rule|
          made = rule.placed.select { |_, item| item.is_a?(Plan::Consequence::Decision) && state_of_feature?(item.target) }
          made.map { |branch, item| Decided.new(rule, branch, item.target, false) }
        end
      end

      def state_of_feature?(target) = target.state? && target.subject.is_a?(Family::Feature)

      # Whether a decision matters in an outcome: of a feature that is suppressed with what it sits on, or hidden or shown without
      # being built, it does not.
      def needed?(decided, outcome)
        return false unless decided.rule.applies?(decided.branch, outcome.branches)

        decided.taken = true
        built = outcome.value("#{decided.target.subject.name}.built")
        decided.target.kind == :shown ? built != false : outcome.decider(decided.target.name).kind != :inherited
      end

      def without_effect(decided)
        feature = decided.target.subject.title
        finding(:no_effect, :note, Place.at('rules', decided.rule.rule.name),
                Wording[:wherever_this_rule_decides_whether_feature, feature: feature, kind: decided.target.kind],
                Wording[:fine_if_only_forms_can_need])
      end

      def unbuilt(feature)
        finding(:never_built, :warning, @plan.symbols["#{feature.name}.built"].place,
                Wording[:no_variant_builds_feature, feature: feature.title], Wording[:check_its_condition_and_the_rules])
      end

      def unapplied(rule)
        finding(:never_applied, :note, Place.at('rules', rule.rule.name), Wording[:no_variant_of_the_tables_meets],
                Wording[:fine_if_only_forms_can_else_check])
      end

      def finding(code, level, place, message, remedy)
        Finding.new(code: code, level: level, wording: message, place: place, advice: remedy)
      end
    end
  end
end
