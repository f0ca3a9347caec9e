# frozen_string_literal: true

module VastLattice
  class Family
    # What keeps a component from being the twin of another, and what of one its original decides.
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

      # States of a component itself, which a twin has of its own.
      OWN = %w[built shown].freeze
      private_constant :OWN

      # Whether a path leads into one of the components of these +names+, beyond their own states.
      def self.inside?(path, names)
        first, *rest = Name.read(path.to_s).segments
        rest.any? && names.any? { |name| name.casecmp?(first) } && !(rest.one? && OWN.include?(rest.first.downcase))
      end
    end
  end
end
