# frozen_string_literal: true

module VastLattice
  class Plan
    # A Pick found in the plan: lists by table or by target, as the program takes them.
    class FoundPick < Value.with(:rows, :answers, :overrides, :pick)
    end
  end
end
