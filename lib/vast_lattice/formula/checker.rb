# frozen_string_literal: true

module VastLattice
  module Formula
    # Finds the names of a tree and infers types and dimensions. What does not fit is refused here, when
    # the formula is written, with the place of the wrong part.
    class Checker
      # The index of the variable "item" of a filter.
      ITEM = -1

      def initialize(scope)
        @scope = scope
      end

      # Returns the Typed tree. With +expected+ (a Type), a result of another type is refused.
      def check(node, expected: nil)
        typed = visit(node)
        demand(typed, expected, 'The formula gives') if expected
        typed
      end

      private

      def visit(node) = send(:"visit_#{node.kind}", node)

      def typed(node, type, parts = [], data: node.data, kind: node.kind)
        Typed.new(kind: kind, type: type, span: node.span, parts: parts, data: data)
      end

      def refuse(span, message, remedy = nil, code: :type)
        raise Error.new(message, span: span, remedy: remedy, code: code)
      end

      def demand(part, type, subject)
        return check_choice(part, type) if type.accepts?(part.type)

        refuse(part.span, "#{subject} #{part.type}, but #{type} is expected.", remedy_for(part, type), code: :dimension)
      end

      def remedy_for(part, type)
        return unless type.number?
        return "Give it a unit, such as #{bare(part)} #{type.dimension.base_unit}." if part.type.plain? && !type.plain?

        type.plain? ? 'Divide by a value of the same dimension to get a plain number.' : 'Check the units and the names.'
      end

      def bare(part) = part.kind == :number ? Units::Format.number(part.data) : '10'

      def visit_number(node)
        unit = node.unit || Units::PLAIN
        amount = unit.to_base(node.data)
        refuse(node.span, 'This number is too large.', 'Use a smaller one.') unless amount.finite?
        typed(node, Type.number(unit.dimension), data: amount)
      end

      def visit_text(node) = typed(node, TEXT)
      def visit_boolean(node) = typed(node, BOOLEAN)

      def visit_name(node)
        found = @scope.fetch(node.data, node.span)
        return typed(node, Type.list(found.type), data: found, kind: :column) if found.is_a?(ColumnList)

        typed(node, found.type, data: found)
      end

      # A condition on each item, called item; or the number of an item, from 1 as in FEEL.
      def visit_filter(node)
        list = visit(node.parts.first)
        refuse(list.span, "Only a list can be filtered, not #{list.type}.", 'Write [1, 2, 3][item > 1].') unless list.type.list?
        item = Variable.new(name: 'item', type: list.type.element, index: ITEM)
        test = Checker.new(@scope.with(item)).check(node.parts.last)
        return typed(node, list.type.element, [list, test], kind: :pick) if test.type.plain?
        return typed(node, list.type, [list, test]) if test.type.boolean?

        refuse(test.span, "A filter is a condition or a plain number, not #{test.type}.", 'Write list[item > 1] or list[1].')
      end

      def visit_negate(node)
        part = number(node.parts.first)
        typed(node, part.type, [part])
      end

      def visit_plus(node)
        left, right = node.parts.map { |part| visit(part) }
        return typed(node, TEXT, [left, right], kind: :concat) if left.type.text? && right.type.text?

        alike(node, left, right, 'added')
      end

      def visit_minus(node)
        left, right = node.parts.map { |part| visit(part) }
        alike(node, left, right, 'subtracted')
      end

      def alike(node, left, right, verb)
        [left, right].each { |part| refuse_not_number(part) }
        unless left.type.accepts?(right.type)
          refuse(node.span, "#{said(left)} and #{said(right)} cannot be #{verb}.", mixed_remedy(left, right),
                 code: :dimension)
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
        return 'Both must be of one dimension.' unless bare

        "Write #{Units::Format.number(bare.data)} #{other.type.dimension.base_unit}."
      end

      def visit_times(node)
        left, right = node.parts.map { |part| number(part) }
        typed(node, Type.number(left.type.dimension * right.type.dimension), [left, right])
      end

      def visit_divide(node)
        left, right = node.parts.map { |part| number(part) }
        refuse(right.span, 'This divides by zero.', 'Use another divisor.') if right.kind == :number && right.data.zero?
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

        refuse(exponent.span, 'A value with a unit needs a whole number from 1 to 9 as its exponent.', 'Write it as a number.')
      end

      def number(node)
        part = visit(node)
        refuse_not_number(part)
        part
      end

      def refuse_not_number(part)
        return if part.type.number?

        refuse(part.span, "A number is expected here, not #{part.type}.", 'Use a number or a formula that gives one.')
      end

      def boolean(node)
        part = visit(node)
        return part if part.type.boolean?

        refuse(part.span, "A yes/no value is expected here, not #{part.type}.", 'Compare it, for instance with >.')
      end

      def visit_compare(node)
        left, right = node.parts.map { |part| visit(part) }
        comparable(node.span, left, right)
        refuse_order(node, left)
        typed(node, BOOLEAN, [left, right])
      end

      # Only numbers are more or less than others.
      def refuse_order(node, value)
        return if value.type.number? || %w[= !=].include?(node.data)

        refuse(node.span, "#{node.data} compares numbers, not #{value.type}.", 'Use = or !=.')
      end

      # A test such as > 5 of the value before "in".
      def against(node, value)
        right = visit(node.parts.first)
        comparable(right.span, value, right)
        refuse_order(node, value)
        typed(node, BOOLEAN, [right])
      end

      def comparable(span, left, right)
        unless left.type.accepts?(right.type) && !left.type.list?
          refuse(span, "#{said(left)} cannot be compared with #{said(right)}.", mixed_remedy(left, right), code: :dimension)
        end
        check_choice(left, right.type)
        check_choice(right, left.type)
      end

      def check_choice(part, type)
        return if part.kind != :text || type.choices.nil? || type.choices.include?(part.data)

        refuse(part.span, "\"#{part.data}\" is not one of the choices.",
               Nearest.remedy(part.data, type.choices, kind: 'choice'), code: :unknown_choice)
      end

      def visit_and(node) = typed(node, BOOLEAN, node.parts.map { |part| boolean(part) })
      alias visit_or visit_and

      def visit_between(node)
        parts = node.parts.map { |part| number(part) }
        parts.drop(1).each { |part| comparable(part.span, parts.first, part) }
        typed(node, BOOLEAN, parts)
      end

      def visit_in(node)
        value = visit(node.parts.first)
        tests = node.parts.drop(1).map { |part| membership(part, value) }
        typed(node, BOOLEAN, [value, *tests])
      end

      def membership(node, value)
        return against(node, value) if node.kind == :against

        if %i[range list].include?(node.kind)
          parts = node.parts.map { |part| visit(part) }
          parts.each { |part| comparable(part.span, value, part) }
          if node.kind == :range && !value.type.number?
            refuse(node.span, "A range is of numbers, not of #{value.type}.",
                   'List the values: x in ("oak", "ash").')
          end
          typed(node, BOOLEAN, parts)
        else
          part = visit(node)
          comparable(part.span, value, part)
          part
        end
      end

      def visit_range(node)
        refuse(node.span, 'A range can only stand after "in".', 'Write x in [a..b].')
      end

      def visit_list(node)
        parts = node.parts.map { |part| visit(part) }
        refuse(node.span, 'An empty list has no type.', 'Put at least one value in it.') if parts.empty?
        odd = parts.find { |part| !parts.first.type.accepts?(part.type) }
        refuse(odd.span, "A list of #{parts.first.type} cannot hold #{odd.type}.", 'Use values of one kind.') if odd
        typed(node, Type.list(parts.first.type), parts)
      end

      def visit_if(node)
        condition = boolean(node.parts[0])
        yes, no = node.parts.drop(1).map { |part| visit(part) }
        unless yes.type.accepts?(no.type)
          refuse(no.span, "\"then\" gives #{yes.type}, but \"else\" gives #{no.type}.", 'Both must be of one kind.',
                 code: :dimension)
        end
        typed(node, merged(yes, no), [condition, yes, no])
      end

      # A text keeps its choices only if both branches are known to stay within them.
      def merged(yes, other)
        yes.type == other.type || !yes.type.text? ? yes.type : TEXT
      end

      def visit_call(node)
        function = Functions::ALL.fetch(node.data.text.downcase) { unknown_function(node.data) }
        parts = node.parts.map { |part| visit(part) }
        check_count(node, function)
        types = spread?(function, parts) ? [parts.first.type.element] : parts.map(&:type)
        result = function.rule.call(types)
        return typed(node, result, parts, data: function) unless result.is_a?(String)

        refuse(node.span, "#{function.name} expects #{result}, not #{types.join(' and ')}.", "Example: #{function.example.first}.")
      end

      def spread?(function, parts) = function.spread && parts.size == 1 && parts.first.type.list?

      def check_count(node, function)
        return if function.takes.cover?(node.parts.size)

        wanted = function.takes.minmax.uniq.join(' to ')
        refuse(node.span, "#{function.name} takes #{wanted} values, not #{node.parts.size}.", "Example: #{function.example.first}.")
      end

      def unknown_function(token)
        refuse(token.span, "There is no function \"#{token.text}\".",
               Nearest.remedy(token.text, Functions::ALL.keys, kind: 'function'), code: :unknown_function)
      end
    end
  end
end
