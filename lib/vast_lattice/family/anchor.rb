# frozen_string_literal: true

module VastLattice
  class Family
    # Where a feature's centre is along one axis: +offset+ (an entry) inwards from an edge, or from the
    # centre towards right or top. +from+ is left, right or centre; or bottom, top or centre.
    class Anchor < Value.with(:from, :offset)
      extend TreeForm

      EDGES = { horizontal: %w[left right centre], vertical: %w[bottom top centre] }.freeze
    end
  end
end
