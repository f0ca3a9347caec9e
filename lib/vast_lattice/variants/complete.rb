# frozen_string_literal: true

module VastLattice
  module Variants
    # The list of complete variants: one row of each table, with part number, mass, price, and what is wrong. Which are valid
    # is what Verdicts know; until they do, what rules, limits and cells say.
    class Complete
      def initialize(plan, verdicts: Verdicts.new(plan, nil))
        @plan = plan
        @verdicts = verdicts
        @variants = All.new(plan)
      end

      # How many there are, and how many are valid, nil where that is not known: {"variants", "valid"}.
      def count = { 'variants' => @variants.size, 'valid' => @verdicts.count }

      # +count+ variants that fit, from the one with number +from+ on: {"rows", "next"}, where "next" is the number to go
      # on from, or nil at the end. +text+ must be in a name of a row or a label; +only+ may be "valid" or "refused".
      def page(from: 0, count: 50, text: '', only: 'all')
        found = []
        number = from
        last = [@variants.size, All::MOST].min
        while number < last && found.size < count
          variant = @variants.at(number)
          number += 1
          next unless fits?(variant, number - 1, text.downcase, only)

          tree = tree(variant, number - 1)
          found << tree unless only == 'valid' && tree['findings'].any?
        end
        { 'rows' => found, 'next' => number < last ? number : nil }
      end

      private

      def fine?(variant, number)
        known = @verdicts.verdict(number)
        known ? known == :valid : variant.outcome.findings.none?(&:error?)
      end

      def fits?(variant, number, text, only)
        return false if only == 'refused' && fine?(variant, number)
        return false if only == 'valid' && !fine?(variant, number)

        text.empty? || [*variant.rows.values, *variant.outcome.labels.values].any? { |name| name.to_s.downcase.include?(text) }
      end

      def tree(variant, number)
        outcome = variant.outcome
        figure = Figures.of(outcome)
        errors = (outcome.findings + figure.findings).select(&:error?)
        { 'number' => number, 'rows' => variant.rows, 'label' => outcome.label('part_number'), 'mass' => Figures.mass_text(figure.mass),
          'price' => Figures.price(outcome), 'findings' => errors.map(&:message) }
      end
    end
  end
end
