# frozen_string_literal: true

module VastLattice
  class Plan
    # What the rows of a rule table that hit come to, by hit policy (OMG DMN 1.5, 8.2.11). +hits+ lists
    # [row, value] in the order of the rows. Each gives the value, nil where nothing hits, or CLASH where
    # the rows contradict the policy.
    module HitPolicy
      CLASH = Object.new.freeze

      module_function

      def unique(hits, _)
        hits.size > 1 ? CLASH : hits.dig(0, 1)
      end

      def any(hits, _)
        hits.map(&:last).uniq.size > 1 ? CLASH : hits.dig(0, 1)
      end

      def first(hits, _) = hits.dig(0, 1)

      # +order+ lists the values, the most important first.
      def priority(hits, order) = hits.map(&:last).min_by { |value| order.index(value) || order.size }

      def sum(hits, _) = hits.empty? ? nil : hits.sum(&:last)
      def min(hits, _) = hits.map(&:last).min
      def max(hits, _) = hits.map(&:last).max
      def count(hits, _) = hits.size.to_f
    end
  end
end
