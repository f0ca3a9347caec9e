# frozen_string_literal: true

module VastLattice
  module Formula
    # Says in a typed tree what arithmetic leaves open: where a number is rounded (a node :round, with its decimals), where a
    # divisor counts as zero (the decimals of a :divide), and where it is asked whether there is a value (a node :defined). All
    # readings of the tree (Emitter, Evaluator, Origin) find these nodes, and none decides for itself.
    #
    # A computed number is rounded to the decimals of its dimension where it is the result, and before it is compared, listed,
    # counted or looked up, so that 0.1 + 0.2 = 0.3 and a comparison at a limit does what the engineer expects. Within
    # arithmetic it is not.
    module Exact
      # Kinds of nodes whose parts are values of their own.
      OF_VALUES = %i[compare between in range against list].freeze
      # A test of "in" that is no value has parts that are.
      TESTS = %i[range against].freeze

      module_function

      # The whole tree of a formula.
      def of(typed)
        inner = inner(typed)
        inner.settled? ? inner : rounded(inner)
      end

      # A value within a formula: literals have their decimals at once.
      def value(typed)
        return typed.with(data: Rounding.of(typed.data, typed.type.dimension.decimals)) if typed.kind == :number

        of(typed)
      end

      def rounded(typed)
        Typed.new(kind: :round, type: typed.type, span: typed.span, data: typed.type.dimension.decimals, parts: [typed])
      end

      def inner(typed)
        return typed if typed.parts.empty?

        case typed.kind
        when :call then call(typed)
        when :divide then typed.with(parts: all(typed), data: divisor_decimals(typed.parts.last))
        when :pick then typed.with(parts: [inner(typed.parts[0]), value(typed.parts[1])])
        when *OF_VALUES then typed.with(parts: typed.parts.map { |part| TESTS.include?(part.kind) ? inner(part) : value(part) })
        else typed.with(parts: all(typed))
        end
      end

      def call(typed)
        return typed.with(kind: :defined, data: nil, parts: all(typed)) if typed.data.call == :defined_of

        typed.with(parts: typed.data.exact ? typed.parts.map { |part| value(part) } : all(typed))
      end

      def divisor_decimals(divisor) = divisor.settled? ? nil : divisor.type.dimension.decimals
      def all(typed) = typed.parts.map { |part| inner(part) }
    end
  end
end
