# frozen_string_literal: true

module VastLattice
  class Family
    # A linear pattern along horizontal or vertical: +count+ instances +pitch+ apart (entries). It runs
    # away from the edge that the position is measured from; from the centre, it spreads both ways.
    class Pattern < Value.with(:along, :count, :pitch)
      extend TreeForm

      # Most instances of one pattern; more is a finding.
      MOST = 2000
    end
  end
end
