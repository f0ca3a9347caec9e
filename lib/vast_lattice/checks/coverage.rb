# frozen_string_literal: true

module VastLattice
  module Checks
    # What no variant of the tables ever shows: features that are never built, rules that never apply. Forms
    # may still reach them, so these are no errors.
    class Coverage
      def initialize(plan)
        @plan = plan
      end

      # Findings over all variants (at most Trial::MOST of them).
      def findings
        return [] if !@plan.runnable? || @plan.family.variant_tables.all? { |table| table.rows.empty? }

        @outcomes = Variants.new(@plan).first(Trial::MOST).map { |variant| variant.result.outcome }
        never_built + never_applied
      end

      private

      def never_built
        never = @plan.family.features.select { |feature| @outcomes.all? { |outcome| outcome.state(feature.name) == :suppressed } }
        never.map do |feature|
          found(:never_built, :warning, @plan.symbols["#{feature.name}.built"].place, "No variant builds #{feature.title}.",
                'Check its condition and the rules, or remove it.')
        end
      end

      def never_applied
        never = @plan.bound.rules.reject { |rule| @outcomes.any? { |outcome| outcome.branches[rule.index] < rule.conditions.size } }
        never.map do |rule|
          found(:never_applied, :note, Place.at('rules', rule.rule.name), 'No variant of the tables meets a condition of this rule.',
                'Fine if only forms can; else check the condition.')
        end
      end

      def found(code, level, place, message, remedy)
        Finding.new(code: code, level: level, message: message, place: place, remedy: remedy)
      end
    end
  end
end
