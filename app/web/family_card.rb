# frozen_string_literal: true

module VastLattice
  module Web
    # A family on the page of all families: its picture, its number of variants, its health.
    class FamilyCard
      def initialize(stored)
        @stored = stored
        @result = Result.new(stored.plan) if stored.plan.runnable?
      end

      def slug = @stored.slug
      def family = @stored.family
      def picture = @result&.front_view(width: 330.0, dimensions: false)
      def variants = family.variant_count
      def findings = @stored.plan.findings + (@result ? @result.findings : [])
      def health = findings.map(&:level).min_by { |level| Finding::LEVELS.index(level) } || :fine
    end
  end
end
