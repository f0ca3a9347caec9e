# frozen_string_literal: true

module VastLattice
  class Family
    # What keeps a component from being the twin of another, and what of one its original decides.
    module Twins
      # A sentence, or nil. +original+ is nil where there is none.
      def self.fault(component, original)
        return Wording[:there_is_none_of_that_name] unless original
        return Wording[:it_is_that_itself] if component.equal?(original)
        return Wording[:that_is_a_twin_of_twin_itself, twin: original.twin] if original.twin?
        return Wording[:that_is_repeated_and_each_instance_can] if original.pattern
        return Wording[:that_is_of_the_family_family, family: original.family] unless original.family.casecmp?(component.family)

        Wording[:it_is_given_values_or_rows] if component.values.any? || component.rows.any?
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
