# frozen_string_literal: true

module VastLattice
  class Family
    # Where a feature's centre is along one axis: +offset+ (an entry) inwards from an edge of its face, or from
    # the centre towards right or top. +from+ is left, right or centre; or bottom, top or centre; or the name of
    # another feature, from whose first instance it is measured to the right or up.
    class Anchor < Value.with(:from, :offset)
      extend TreeForm

      EDGES = { horizontal: %w[left right centre], vertical: %w[bottom top centre] }.freeze

      # Name of the feature that it is measured from, or nil.
      def feature = EDGES.values.flatten.include?(from) ? nil : from
    end
  end
end
