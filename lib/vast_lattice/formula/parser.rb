# frozen_string_literal: true

module VastLattice
  module Formula
    # Builds the tree by recursive descent. Precedence, weakest first, as in FEEL (OMG DMN 1.5,
    # 10.3.1.2): if, or, and, comparison, + -, * /, **, minus sign.
    class Parser
      include UnaryTests

      # What a range may begin with; FEEL has two signs for an end that is left out (OMG DMN 1.5, 10.3.1.2, rule 8).
      STARTS = %w|[ ( ]|.freeze
      # What cannot stand at the beginning of an expression.
      CLOSING = [',', ')', ']', 'and', 'or', 'then', 'else'].freeze
      COMPARISONS = %w[= != < <= > >=].freeze
      SUMS = { '+' => :plus, '-' => :minus }.freeze
      PRODUCTS = { '*' => :times, '/' => :divide }.freeze
      POWERS = { '**' => :power }.freeze
      MOST_ITEMS = 500
      # Trees of short texts: an edit changes one text, and a family is compiled with all of them.
      PARSED = Memo.new(4000)
      SHORT = 200
      private_constant :PARSED, :SHORT

      # Returns the root Node; with +brackets+, the spans of what stands in brackets hold these, so that it can be cut out of the
      # text whole. Raises Formula::Error.
      def self.parse(text, brackets: false)
        return new(text, brackets: brackets).parse if text.size > SHORT

        PARSED.fetch([-text, brackets]) { new(text, brackets: brackets).parse }
      end

      # The condition that an input (a Node) passes one of the unary tests of +text+ (OMG DMN 1.5, 10.3.1.2,
      # rule 17): "-" for any, "< 5", "[1..3]", "1, 2", "not(3)". Numbers without a unit take +unit+.
      def self.unary_tests(text, input, unit = Units::PLAIN) = new(text, unit).unary_tests(input)

      def initialize(text, unit = nil, brackets: false)
        @brackets = brackets
        @unit = unit unless unit.nil? || unit.plain?
        @tokens = Lexer.tokens(text)
        @at = 0
        @depth = 0
      end

      def parse
        refuse(Wording[:the_formula_is_empty], Wording[:type_a_value_or_a_formula]) if peek.kind == :end
        node = expression
        refuse(Wording[:peek_was_not_expected_here, peek: peek.text], Wording[:look_for_a_missing_sign_or_bracket]) if peek.kind != :end
        node
      end

      private

      def peek = @tokens[@at]

      def advance
        @at += 1
        @tokens[@at - 1]
      end

      def take(kind, *texts)
        advance if texts.any? { |text| peek.is?(kind, text) }
      end

      def expect(kind, text)
        take(kind, text) || refuse(found_instead(text), Wording[:write_text_here, text: text])
      end

      def found_instead(wanted)
        found = peek.kind == :end ? 'the formula ends' : "\"#{peek.text}\" was found"
        Wording[:expected_wanted_but_found, wanted: wanted, found: found]
      end

      def refuse(message, remedy)
        raise Error.new(message, span: peek.span, remedy: remedy, code: :syntax)
      end

      def nested
        @depth += 1
        if @depth > DEEPEST
          refuse(Wording[:the_formula_is_nested_deeper_than_deepest, deepest: DEEPEST], Wording[:split_it_into_parameters])
        end
        yield
      ensure
        @depth -= 1
      end

      def expression = nested { take(:word, 'if') ? conditional(@tokens[@at - 1].span) : disjunction }

      def conditional(start)
        condition = expression
        expect(:word, 'then')
        yes = expression
        expect(:word, 'else')
        otherwise = expression
        Node.new(kind: :if, span: start.to(otherwise.span), parts: [condition, yes, otherwise])
      end

      def disjunction = chain(:word, { 'or' => :or }) { conjunction }
      def conjunction = chain(:word, { 'and' => :and }) { comparison }
      def sum = chain(:sign, SUMS) { product }
      def product = chain(:sign, PRODUCTS) { power }
      def power = chain(:sign, POWERS) { signed }

      # Left-associative operators of one level.
      def chain(kind, operators)
        left = yield
        count = 0
        while (operator = take(kind, *operators.keys))
          refuse(Wording[:more_than_most_items_operators, most_items: MOST_ITEMS], Wording[:split_the_formula]) if (count += 1) > MOST_ITEMS
          left = join(operators[operator.text], left, yield)
        end
        left
      end

      def join(kind, *parts, data: nil)
        Node.new(kind: kind, span: parts.first.span.to(parts.last.span), parts: parts, data: data)
      end

      def comparison
        left = sum
        if (sign = take(:sign, *COMPARISONS)) then join(:compare, left, sum, data: sign.text)
        elsif take(:word, 'between') then between(left)
        elsif take(:word, 'in') then membership(left)
        else left
        end
      end

      def between(value)
        low = sum
        expect(:word, 'and')
        join(:between, value, low, sum)
      end

      def membership(value)
        start = take(:sign, '(') || (return join(:in, value, range_or_list))
        return in_tests(value, []) if COMPARISONS.include?(peek.text)

        first = range_or_expression
        return join(:in, value, range(start, first)) if take(:sign, '..')

        in_tests(value, [first])
      end

      # x in (1, [2..3], > 7): the rest of the tests, each on its own, up to the bracket.
      def in_tests(value, tests)
        tests << unary_test while tests.empty? || take(:sign, ',')
        stop = expect(:sign, ')')
        cut(join(:in, value, *tests), value, stop)
      end

      def range_or_expression = STARTS.any? { |sign| peek.is?(:sign, sign) } ? range_or_list : expression

      # [a..b], (a..b), ]a..b[, [a, b, c], or a bracketed expression.
      def range_or_list
        start = take(:sign, *STARTS) || (return sum)
        first = start.text == '[' && peek.is?(:sign, ']') ? nil : expression
        return range(start, first) if take(:sign, '..')
        return list(start, first) if start.text == '['

        refuse(found_instead('..'), Wording[:a_range_has_two_ends]) if start.text == ']'

        cut(first, start, expect(:sign, ')'))
      end

      def range(start, low)
        high = expression
        stop = take(:sign, ']', ')', '[') || refuse(found_instead(']'), Wording[:close_the_range])
        Node.new(kind: :range, span: start.span.to(stop.span), parts: [low, high], data: [start.text != '[', stop.text != ']'])
      end

      def list(start, first)
        items = [first].compact
        while take(:sign, ',')
          refuse(Wording[:more_than_most_items_items, most_items: MOST_ITEMS], Wording[:use_a_table]) if items.size >= MOST_ITEMS
          items << expression
        end
        stop = expect(:sign, ']')
        Node.new(kind: :list, span: start.span.to(stop.span), parts: items)
      end

      def signed
        minus = take(:sign, '-') || (return primary)
        value = nested { signed }
        # A temperature below zero is no negated temperature.
        if value.kind == :number && value.unit && !value.unit.offset.zero?
          return value.with(span: minus.span.to(value.span), data: -value.data)
        end

        Node.new(kind: :negate, span: minus.span.to(value.span), parts: [value])
      end

      def primary
        token = peek
        case token.kind
        when :number, :text then literal(advance)
        when :name then filtered(name_or_call(advance))
        when :word then boolean
        when :sign then filtered(bracketed)
        else refuse(Wording[:the_formula_ends_too_early], Wording[:complete_it])
        end
      end

      # list[condition on item], or list[number of an item]. A bracket with nothing behind it ends a range that is open there.
      def filtered(list)
        while peek.is?(:sign, '[') && !closing?(@tokens[@at + 1]) && take(:sign, '[')
          test = expression
          stop = expect(:sign, ']')
          list = Node.new(kind: :filter, span: list.span.to(stop.span), parts: [list, test])
        end
        list
      end

      def closing?(token) = token.kind == :end || CLOSING.include?(token.text)

      def literal(token)
        unit = token.kind == :number ? token.unit || @unit : nil
        Node.new(kind: token.kind, span: token.span, data: token.value, unit: unit)
      end

      def boolean
        word = take(:word, 'true', 'false') || refuse(Wording[:peek_was_not_expected_here, peek: peek.text], misplaced(peek.text))
        Node.new(kind: :boolean, span: word.span, data: word.text == 'true')
      end

      def misplaced(word) = word == 'if' ? Wording[:put_it_into_brackets] : Wording[:a_value_belongs_here]

      def bracketed
        return range_or_list if peek.is?(:sign, '[')

        start = take(:sign, '(') ||
                refuse(Wording[:peek_was_not_expected_here, peek: peek.text], Wording[:a_value_a_name_or_a_bracket])
        inner = expression
        cut(inner, start, expect(:sign, ')'))
      end

      # A node with all that stands between two pieces, where that is wanted.
      def cut(node, start, stop) = @brackets ? node.with(span: start.span.to(stop.span)) : node

      def name_or_call(token)
        return Node.new(kind: :name, span: token.span, data: Name.read(token.text)) unless take(:sign, '(')

        arguments = peek.is?(:sign, ')') ? [] : [expression]
        arguments << expression while take(:sign, ',')
        stop = expect(:sign, ')')
        Node.new(kind: :call, span: token.span.to(stop.span), data: token, parts: arguments)
      end
    end
  end
end
