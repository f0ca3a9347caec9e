# frozen_string_literal: true

module VastLattice
  module Guide
    # Proposals found by trying everything, as long as that is few.
    class Enumeration
      # Outcomes that are tried at most for one number of changes.
      MOST = 6000
      # +domains+ are those of the fields that may change, +wish+ what holds in any case.
      def initialize(trying, domains, wish)
        @trying = trying
        @domains = domains
        @wish = wish
        @importance = Importance.new(trying)
      end

      # Whether all changes of so many fields can be tried.
      def feasible?(size) = combinations(size).sum { |domains| domains.map { |domain| domain.others.size }.reduce(1, :*) } <= MOST

      # The best Proposal for each set of so many fields, the least important first; at most +most+.
      def proposals(size, most)
        sets = combinations(size).sort_by { |domains| weight(domains) }
        sets.lazy.filter_map { |domains| best(domains) }.first(most)
      end

      private

      def combinations(size) = @domains.combination(size).to_a
      def weight(domains) = domains.sum { |domain| @importance.of(domain.field) }

      # The valid change of a set that is nearest to what is there now.
      def best(domains)
        ranked = domains.empty? ? [[]] : domains.first.others.product(*domains.drop(1).map(&:others))
        ranked = ranked.sort_by { |values| domains.zip(values).sum { |domain, value| domain.distance(value) } } if domains.size > 1
        found = ranked.find { |values| valid?(domains.map(&:field).zip(values).to_h) }
        Proposal.of(domains.zip(found).to_h, @importance) if found
      end

      def valid?(changes)
        outcome = @trying.kept(@wish.merge(changes))
        !outcome.nil? && @trying.valid?(outcome)
      end
    end
  end
end
