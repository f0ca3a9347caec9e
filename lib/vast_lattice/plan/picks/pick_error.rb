# frozen_string_literal: true

module VastLattice
  class Plan
    # A pick that does not fit the family.
    class PickError < Error
    end
  end
end
