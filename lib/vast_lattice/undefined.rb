# frozen_string_literal: true

module VastLattice
  # What has no value. In compiled programs it is NaN where a number stands and nil elsewhere; whoever takes a value out of them asks
  # here, and nowhere else, whether there is one.
  #
  #   Undefined.is?(mass)              # => true or false
  #   Undefined.known(mass)&.round(3)  # the value, or nil
  #   values.grep_v(Undefined)
  module Undefined
    # In a text, where a value would stand.
    WORD = 'undefined'
    # Where a number stands.
    NUMBER = Float::NAN

    class << self
      # Whether a value of any type is undefined; a list is, if one of its items is.
      def is?(value)
        case value
        when Float then !value.finite?
        when Array then value.any? { |item| is?(item) }
        else value.nil?
        end
      end
      alias === is?

      # The value, or nil where it is undefined.
      def known(value) = is?(value) ? nil : value

      # The value as the block writes it, or WORD where it is undefined.
      def text(value) = is?(value) ? WORD : yield(value)
    end
  end
end
