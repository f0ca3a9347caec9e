# frozen_string_literal: true

module VastLattice
  module Checks
    # What no variant of the tables ever shows: features that are never built, rules that never apply. Forms
    # may still reach them, so these are no errors.
    class Coverage
      # +tick+ as of Sweep.
      def initialize(plan, tick: nil)
        @plan = plan
        @tick = tick
      end

      # Findings over all variants, as far as a Sweep looks at them.
      def findings
        return [] if !@plan.runnable? || @plan.family.variant_tables.all? { |table| table.rows.empty? }

        never_built, never_applied = left_over
        told = @plan.findings.select { |finding| finding.code == :never_fires }.map { |finding| finding.place.path[1] }
        never_built.map { |feature| unbuilt(feature) } +
          never_applied.reject { |rule| told.include?(rule.rule.name) }.map { |rule| unapplied(rule) }
      end

      # The same as Gathering::Found values.
      def found = findings.map { |finding| Gathering::Found.new(finding: finding) }

      private

      # Features and rules that no variant shows.
      def left_over
        features = @plan.family.features
        rules = @plan.bound.rules
        Sweep.new(@plan, tick: @tick).each do |variant|
          features = features.select { |feature| variant.outcome.state(feature.name) == :suppressed }
          rules = rules.reject { |rule| variant.outcome.branches[rule.index].to_i < rule.conditions.size }
          break if features.empty? && rules.empty?
        end
        [features, rules]
      end

      def unbuilt(feature)
        finding(:never_built, :warning, @plan.symbols["#{feature.name}.built"].place, "No variant builds #{feature.title}.",
                'Check its condition and the rules, or remove it.')
      end

      def unapplied(rule)
        finding(:never_applied, :note, Place.at('rules', rule.rule.name), 'No variant of the tables meets a condition of this rule.',
                'Fine if only forms can; else check the condition.')
      end

      def finding(code, level, place, message, remedy)
        Finding.new(code: code, level: level, message: message, place: place, remedy: remedy)
      end
    end
  end
end
