# frozen_string_literal: true

module VastLattice
  module Guide
    # How important answers are: what a person has answered before what stands by default, what is asked first before what is
    # asked later.
    class Importance
      def initialize(trying)
        size = trying.fields.size
        @weights = trying.fields.each_with_index.to_h { |field, index| [field, (trying.answered?(field) ? 2 * size : 0) + size - index] }
      end

      # A whole number of a field.
      def of(field) = @weights.fetch(field)
    end
  end
end
