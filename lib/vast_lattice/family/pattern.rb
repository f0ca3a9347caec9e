# frozen_string_literal: true

module VastLattice
  class Family
    # Repeats a feature. +kind+ is one of PATTERN_KINDS; +along+ horizontal or vertical; +dimensions+ holds the
    # entries of the kind's fields, by name. Instances for which +skip_when+ holds are left out; it and the
    # dimensions of the feature may use the number of the instance, as index.
    class Pattern < Value.with(kind: 'linear', along: 'horizontal', dimensions: {}, skip_when: nil)
      extend TreeForm

      # Most instances of one pattern; more is a finding.
      MOST = 2000

      def self.rest = :dimensions
    end
  end
end
