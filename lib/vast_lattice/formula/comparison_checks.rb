# frozen_string_literal: true

module VastLattice
  module Formula
    # The part of a Checker that knows comparisons, ranges and membership: only like can be held against like.
    module ComparisonChecks
      private

      def visit_compare(node)
        left, right = node.parts.map { |part| visit_one(part) }
        comparable(node.span, left, right)
        refuse_order(node, left)
        typed(node, BOOLEAN, [left, right])
      end

      # Only numbers are more or less than others.
      def refuse_order(node, value)
        return if value.type.number? || %w[= !=].include?(node.data)

        refuse(node.span, Wording[:data_compares_numbers_not_type, data: node.data, type: value.type], Wording[:use_or])
      end

      # A test such as > 5 of the value before "in".
      def against(node, value)
        right = visit_one(node.parts.first)
        comparable(right.span, value, right)
        refuse_order(node, value)
        typed(node, BOOLEAN, [right])
      end

      def comparable(span, left, right)
        unless left.type.accepts?(right.type) && !left.type.list?
          refuse(span, Wording[:one_cannot_be_compared_with_other, one: said(left), other: said(right)], mixed_remedy(left, right),
                 code: :dimension)
        end
        check_choice(left, right.type)
        check_choice(right, left.type)
      end

      def check_choice(part, type)
        return if part.kind != :text || type.holds?(part.data)

        raise Type.refusal(part.data, type, part.span)
      end

      def visit_and(node) = typed(node, BOOLEAN, node.parts.map { |part| boolean(part) })
      alias visit_or visit_and

      def visit_between(node)
        parts = node.parts.map { |part| number(part) }
        parts.drop(1).each { |part| comparable(part.span, parts.first, part) }
        typed(node, BOOLEAN, parts)
      end

      def visit_in(node)
        value = visit_one(node.parts.first)
        tests = node.parts.drop(1).map { |part| membership(part, value) }
        typed(node, BOOLEAN, [value, *tests])
      end

      def membership(node, value)
        return against(node, value) if node.kind == :against

        if %i[range list].include?(node.kind)
          parts = node.parts.map { |part| visit_one(part) }
          parts.each { |part| comparable(part.span, value, part) }
          if node.kind == :range && !value.type.number?
            refuse(node.span, Wording[:a_range_is_of_numbers_not, type: value.type], Wording[:list_the_values_x_in_oak_ash])
          end
          typed(node, BOOLEAN, parts)
        else
          part = visit_one(node)
          comparable(part.span, value, part)
          part
        end
      end

      def visit_range(node)
        refuse(node.span, Wording[:a_range_can_only_stand_after], Wording[:write_x_in_a_b])
      end
    end
  end
end
