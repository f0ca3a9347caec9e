# frozen_string_literal: true

module VastLattice
  class Family
    # What keeps a component from being the twin of another.
    module Twins
      # A sentence, or nil. +original+ is nil where there is none.
      def self.fault(component, original)
        return 'there is none of that name.' unless original
        return 'it is that itself.' if component.equal?(original)
        return "that is a twin of #{original.twin} itself." if original.twin?
        return 'that is repeated, and each instance can be given something else.' if original.pattern
        return "that is of the family #{original.family}." unless original.family.casecmp?(component.family)

        'it is given values or rows of its own.' if component.values.any? || component.rows.any?
      end
    end
  end
end
