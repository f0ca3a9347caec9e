# frozen_string_literal: true

module VastLattice
  module Exchange
    # A bundle beside the families that there are: which of it is new, which is the same, and what differs.
    class BundleComparison
      # Differences of one family that are told one by one.
      LISTED = 100

      # +known+ answers the family of a name that there is, or nil.
      def initialize(bundle, &known)
        @bundle = bundle
        @known = known
      end

      # Plain form: "main", and "families" with "name", "state" (new, same, differs), "changed" how many differences, and "changes".
      def to_tree = { 'main' => @bundle.main, 'families' => @bundle.families.map { |family| tree(family) } }

      # The families of the bundle that are to be stored, where some that there are stay as they are (their names).
      def taken(kept)
        @bundle.families.reject do |family|
          there = @known.call(family.name)
          there && (there == family || kept.any? { |name| name.casecmp?(family.name) })
        end
      end

      private

      def tree(family)
        there = @known.call(family.name)
        return { 'name' => family.name, 'state' => 'new', 'changed' => 0, 'changes' => [] } unless there

        changes = Family::Difference.between(there, family).map(&:to_s)
        { 'name' => family.name, 'state' => changes.empty? ? 'same' : 'differs', 'changed' => changes.size,
          'changes' => changes.first(LISTED) }
      end
    end
  end
end
