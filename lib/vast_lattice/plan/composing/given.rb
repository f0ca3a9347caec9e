# frozen_string_literal: true

module VastLattice
  class Plan
    # What a plan takes in from a parent.
    module Given
      # The value of what is given but undefined, where it is no number; nil means that nothing is given.
      NOTHING = Object.new.freeze

      # What a rule of a parent decides: it ranks as a rule of the family itself.
      Said = Struct.new(:value)

      # One thing that is given: +inlet+ an Inlet's steps, +place+ :override, :rule or :answer, the value, and with a rule what is
      # given besides it, which stands where a rule here says otherwise.
      Item = Struct.new(:inlet, :place, :value, :besides)

      # A value as it is handed on, and as it is taken.
      def self.handed(value) = value.nil? ? NOTHING : value
      def self.taken(value) = NOTHING.equal?(value) ? nil : value

      # What a rule of a parent says; that it is undefined goes to the raw +findings+, of the Target with that +index+.
      def self.said(findings, index, said)
        value = taken(said.value)
        findings << [:undefined, index] if Undefined.is?(value)
        value
      end

      # Whether a parent's rule says other than a rule of the family (+value+), which is told then.
      def self.disagree?(findings, index, said, value, decider)
        return false if taken(said.value) == value

        findings << [:disagree_outside, index, taken(said.value), value, decider]
        true
      end
    end
  end
end
