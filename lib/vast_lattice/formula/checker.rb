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

        refuse(part.span, Wording[:subject_type_but_wanted_is_expected, subject: subject, type: part.type, wanted: type],
               remedy_for(part, type), code: :dimension)
      end

      def remedy_for(part, type)
        return unless type.number?
        if part.type.plain? && !type.plain?
          return Wording[:give_it_a_unit_such_as_bare, bare: bare(part), base_unit: type.dimension.base_unit]
        end

        type.plain? ? Wording[:divide_by_a_value_of_the_same] : Wording[:check_the_units_and_the_names]
      end

      def bare(part) = part.kind == :number ? Units::Format.number(part.data) : '10'

      def visit_number(node)
        unit = node.unit || Units::PLAIN
        amount = unit.to_base(node.data)
        refuse(node.span, Wording[:this_number_is_too_large], Wording[:use_a_smaller_one]) unless amount.finite?
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

      def no_list(typed)
        refuse(typed.span, Wording[:only_a_list_can_be_filtered_not, type: typed.type], Wording[:write_a_filter_behind_a_list])
      end

      # A condition on each item, called item; or the number of an item, from 1 as in FEEL.
      def visit_filter(node)
        list = visit(node.parts.first)
        no_list(list) unless list.type.list?
        item = Variable.new(name: 'item', type: list.type.element, index: ITEM)
        test = Checker.new(@scope.with(item)).check(node.parts.last)
        return typed(node, list.type.element, [list, test], kind: :pick) if test.type.plain?
        return typed(node, list.type, [list, test]) if test.type.boolean?

        refuse(test.span, Wording[:a_filter_is_a_condition, type: test.type], Wording[:write_a_condition_or_a_place])
      end

      def number(node)
        part = visit_one(node)
        refuse_not_number(part)
        part
      end

      def refuse_not_number(part)
        return if part.type.number?

        refuse(part.span, Wording[:a_number_is_expected_here_not_type, type: part.type], Wording[:use_a_number_or_a_formula])
      end

      def boolean(node)
        part = visit_one(node)
        return part if part.type.boolean?

        refuse(part.span, Wording[:a_yes_no_value_is_expected_here, type: part.type], Wording[:compare_it_for_instance])
      end

      def visit_list(node)
        parts = node.parts.map { |part| visit_one(part) }
        refuse(node.span, Wording[:an_empty_list_has_no_type], Wording[:put_at_least_one_value]) if parts.empty?
        odd = parts.find { |part| !parts.first.type.accepts?(part.type) }
        if odd
          refuse(odd.span, Wording[:a_list_of_type_cannot_hold_other, type: parts.first.type, other: odd.type],
                 Wording[:use_values_of_one_kind])
        end
        typed(node, Type.list(parts.first.type), parts)
      end

      def visit_if(node)
        condition = boolean(node.parts[0])
        yes, no = node.parts.drop(1).map { |part| visit(part) }
        yes, no = [yes, no].map { |part| one(part) } unless yes.type.list? && no.type.list?
        unless yes.type.accepts?(no.type)
          refuse(no.span, Wording[:then_gives_type_but_else_gives_other, type: yes.type, other: no.type],
                 Wording[:both_must_be_of_one_kind], code: :dimension)
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
        refuse(node.span,
               Wording[:function_expects_wanted_not_given,
                       function: function.name, wanted: function.rule.call(given), given: Wording.both(given)],
               Wording[:example_example, example: function.example.first])
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
        refuse(node.span, Wording[:function_takes_wanted_values_not_parts, function: function.name, wanted: wanted, parts: node.parts.size],
               Wording[:example_example, example: function.example.first])
      end

      def unknown_function(token)
        refuse(token.span, Wording[:there_is_no_function_token, token: token.text],
               Nearest.remedy(token.text, Functions::ALL.keys, kind: 'function'), code: :unknown_function)
      end
    end
  end
end
