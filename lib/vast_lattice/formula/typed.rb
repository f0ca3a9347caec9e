# frozen_string_literal: true

module VastLattice
  module Formula
    # A node whose type is known and whose names are found: what the emitter turns into Ruby.
    # +data+ is the Variable of a :name, the Function of a :call, the Float of a :number, the decimals of a :round (see Exact).
    class Typed < Value.with(:kind, :type, :span, data: nil, parts: [])
      # Every Variable used, each once, in the order of writing.
      def variables = gathered({}).values

      # Adds the Variables used to a hash by index; returns it.
      def gathered(found)
        found[data.index] ||= data if kind == :name && data.index != Checker::ITEM
        parts.each { |part| part.gathered(found) }
        found
      end

      def constant? = variables.empty?

      LITERALS = %i[number text boolean].freeze

      # Whether it is written as a plain value, which is never undefined.
      def literal? = LITERALS.include?(kind)

      # Already rounded: a literal, a name, or not a number at all.
      def settled? = !type.number? || %i[number name round].include?(kind)
    end
  end
end
