# frozen_string_literal: true

module VastLattice
  class Family
    # A variant: entries by column target. A missing or empty cell is open: the next decider decides.
    class Row < Value.with(:name, note: '', cells: {})
      extend TreeForm

      def cell(target) = cells[target].to_s.strip.empty? ? nil : cells[target]
    end
  end
end
