# frozen_string_literal: true

module VastLattice
  class Plan
    module Bound
      # What is read of components.
      class Read < Value.with(:target)
        include Bare
      end
    end
  end
end
