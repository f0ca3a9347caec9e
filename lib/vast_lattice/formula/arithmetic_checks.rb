# frozen_string_literal: true

module VastLattice
  module Formula
    # The part of a Checker that knows sums, products and powers: dimensions add alike, and multiply.
    module ArithmeticChecks
      private

      def visit_negate(node)
        part = number(node.parts.first)
        typed(node, part.type, [part])
      end

      def visit_plus(node)
        left, right = node.parts.map { |part| visit_one(part) }
        return typed(node, TEXT, [left, right], kind: :concat) if left.type.text? && right.type.text?

        alike(node, left, right, 'added')
      end

      def visit_minus(node)
        left, right = node.parts.map { |part| visit_one(part) }
        alike(node, left, right, 'subtracted')
      end

      def alike(node, left, right, verb)
        [left, right].each { |part| refuse_not_number(part) }
        unless left.type.accepts?(right.type)
          refuse(node.span, Wording[:one_and_other_cannot_be_verb, one: said(left), other: said(right), verb: verb],
                 mixed_remedy(left, right), code: :dimension)
        end
        typed(node, left.type, [left, right])
      end

      def said(part)
        part.kind == :name ? "#{part.data.name} (#{part.type})" : part.type.to_s
      end

      def mixed_remedy(left, right)
        bare, other = [[left, right], [right, left]].find do |one, two|
          one.kind == :number && one.type.plain? && two.type.number? && !two.type.plain?
        end
        return Wording[:both_must_be_of_one_dimension] unless bare

        Wording[:write_data_base_unit, data: Units::Format.number(bare.data), base_unit: other.type.dimension.base_unit]
      end

      def visit_times(node)
        left, right = node.parts.map { |part| number(part) }
        typed(node, Type.number(left.type.dimension * right.type.dimension), [left, right])
      end

      def visit_divide(node)
        left, right = node.parts.map { |part| number(part) }
        refuse(right.span, Wording[:this_divides_by_zero], Wording[:use_another_divisor]) if right.kind == :number && right.data.zero?
        typed(node, Type.number(left.type.dimension / right.type.dimension), [left, right])
      end

      def visit_power(node)
        base, exponent = node.parts.map { |part| number(part) }
        demand(exponent, NUMBER, 'The exponent is')
        return typed(node, NUMBER, [base, exponent]) if base.type.plain?

        typed(node, Type.number(base.type.dimension**whole_exponent(exponent)), [base, exponent])
      end

      def whole_exponent(exponent)
        value = exponent.data if exponent.kind == :number
        return value.to_i if value && value == value.round && value.abs <= 9

        refuse(exponent.span, Wording[:a_value_with_a_unit_needs], Wording[:write_it_as_a_number])
      end
    end
  end
end
