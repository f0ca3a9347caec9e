# frozen_string_literal: true

module VastLattice
  module Variants
    # What a Review found of each variant: whether it is valid, and how bad the worst is. Until a family has been looked
    # through, and of families of too many variants, nothing is known.
    class Verdicts
      LETTERS = { error: 'e', warning: 'w', note: 'n', nil => '-' }.freeze
      LEVELS = LETTERS.invert.freeze

      # +levels+ as Review gives them, or nil.
      def initialize(plan, levels)
        @variants = All.new(plan)
        @levels = levels.to_s.size == @variants.size ? levels : nil
      end

      # Whether anything is known.
      def known? = !@levels.nil?

      # The level of what is worst, or nil, for the numbers of rows by table as Plan#outcome_at takes them.
      def level(picked) = known? ? LEVELS[@levels[@variants.number_of(picked) || @levels.size]] : nil

      # Whether the variant of a number is :valid or :refused, nil where it is not known.
      def verdict(number)
        return unless known?

        @levels[number] == LETTERS[:error] ? :refused : :valid
      end

      # How many are valid, nil where it is not known.
      def count = known? ? @levels.size - @levels.count(LETTERS[:error]) : nil
    end
  end
end
