# frozen_string_literal: true

module VastLattice
  module Formula
    # Finds the names of a tree and infers types and dimensions. What does not fit is refused here, when
    # the formula is written, with the place of the wrong part.
    class Checker
      include ArithmeticChecks
      include ComparisonChecks

      # The index of the variable "item" of a filter.
      ITEM = -1
      # What has no parts.
      NONE = [].freeze
      private_constant :NONE

      def initialize(scope)
        @scope = scope
      end

      # Returns the Typed tree. With +expected+ (a Type), a result of another type is refused.
      def check(node, expected: nil)
        typed = visit(node)
        typed = one(typed) unless expected&.list?
        demand(typed, expected, 'The formula gives') if expected
        Exact.of(typed)
      end

      private

      def visit(node) = send(:"visit_#{node.kind}", node)

      def typed(node, type, parts = NONE, data: node.data, kind: node.kind)
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

      # Where one value is wanted, a property of a variant table is that of the row picked: what is looked up there.
      def one(part)
        names, row = part.kind == :column && part.data.table && @scope.picked(part.data.table)
        return part unless row

        parts = [part, part.with(type: Type.list(names.type), data: names), part.with(kind: :name, type: row.type, data: row)]
        part.with(kind: :call, type: part.type.element, data: Functions::ALL.fetch('lookup'), parts: parts)
      end

      def visit_one(node) = one(visit(node))

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

      def number(node)
        part = visit_one(node)
        refuse_not_number(part)
        part
      end

      def refuse_not_number(part)
        return if part.type.number?

        refuse(part.span, "A number is expected here, not #{part.type}.", 'Use a number or a formula that gives one.')
      end

      def boolean(node)
        part = visit_one(node)
        return part if part.type.boolean?

        refuse(part.span, "A yes/no value is expected here, not #{part.type}.", 'Compare it, for instance with >.')
      end

      def visit_list(node)
        parts = node.parts.map { |part| visit_one(part) }
        refuse(node.span, 'An empty list has no type.', 'Put at least one value in it.') if parts.empty?
        odd = parts.find { |part| !parts.first.type.accepts?(part.type) }
        refuse(odd.span, "A list of #{parts.first.type} cannot hold #{odd.type}.", 'Use values of one kind.') if odd
        typed(node, Type.list(parts.first.type), parts)
      end

      def visit_if(node)
        condition = boolean(node.parts[0])
        yes, no = node.parts.drop(1).map { |part| visit(part) }
        yes, no = [yes, no].map { |part| one(part) } unless yes.type.list? && no.type.list?
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
        readings(function, parts).each do |given|
          result = function.rule.call(types(function, given))
          return typed(node, result, given, data: function) unless result.is_a?(String)
        end
        given = types(function, parts)
        refuse(node.span, "#{function.name} expects #{function.rule.call(given)}, not #{given.join(' and ')}.",
               "Example: #{function.example.first}.")
      end

      # What the arguments may be: as they are, and with one value for lists that may stand for one. A list always has a value.
      def readings(function, parts)
        single = parts.map { |part| one(part) }
        function.name == 'defined' ? [single] : [parts, single].uniq
      end

      def types(function, parts) = spread?(function, parts) ? [parts.first.type.element] : parts.map(&:type)

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
