# frozen_string_literal: true

module VastLattice
  class Plan
    # A Pick found in the plan: lists by table or by target, as the program takes them; +below+ as of Program.
    class FoundPick < Value.with(:rows, :answers, :overrides, :pick, below: nil)
    end
  end
end
