# frozen_string_literal: true

module VastLattice
  class Family
    # What a part starts from. +dimensions+ holds the entries of the kind's fields, by name.
    class Stock < Value.with(:kind, outline: nil, dimensions: {})
      extend TreeForm

      def self.rest = :dimensions
    end
  end
end
