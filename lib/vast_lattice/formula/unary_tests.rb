# frozen_string_literal: true

module VastLattice
  module Formula
    # The part of a Parser that reads the unary tests of a rule table (OMG DMN 1.5, 10.3.1.2, rule 17).
    module UnaryTests
      # The condition that +input+ (a Node) passes one of the tests. Raises Formula::Error.
      def unary_tests(input)
        refuse(Wording[:the_test_is_empty], Wording[:write_where_any_value_passes]) if peek.kind == :end
        return Node.new(kind: :boolean, span: advance.span, data: true) if @tokens.size == 2 && peek.is?(:sign, '-')

        node = negated_tests(input) || any_test(input)
        refuse(Wording[:peek_was_not_expected_here, peek: peek.text], Wording[:separate_tests_by_commas]) if peek.kind != :end
        node
      end

      private

      def negated_tests(input)
        start = peek
        return unless start.is?(:name, 'not') && @tokens[@at + 1].is?(:sign, '(')

        2.times { advance }
        inner = any_test(input)
        stop = expect(:sign, ')')
        Node.new(kind: :call, span: start.span.to(stop.span), data: start, parts: [inner])
      end

      def any_test(input)
        start = peek.span
        tests = [unary_test]
        tests << unary_test while take(:sign, ',')
        # The place of the tests is their own, not that of the input, which is written elsewhere.
        Node.new(kind: :in, span: start.to(tests.last.span), parts: [input, *tests])
      end

      def unary_test
        sign = take(:sign, *Parser::COMPARISONS) or return range_or_expression
        right = sum
        Node.new(kind: :against, span: sign.span.to(right.span), parts: [right], data: sign.text)
      end
    end
  end
end
