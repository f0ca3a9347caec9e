# frozen_string_literal: true

module VastLattice
  class Plan
    module Bound
      # How often a component is there (a Bound::Component).
      class Count < Value.with(:target, :component)
        include Bare
      end
    end
  end
end
