# frozen_string_literal: true

module VastLattice
  module Formula
    # Where something undefined arose within a formula: the innermost part that has no value although all that it
    # needs has one, or a name that has none.
    #
    # +part+ is that Typed part; +words+ say why it has no value, or are nil where it is a name (a name without a value
    # is told where it is decided).
    class Origin < Value.with(:part, :words)
      # The Origin of an undefined tree, or nil where it has a value. Arguments as of Evaluator; once the +budget+ is spent, that is
      # the reason.
      def self.of(typed, lists, budget: Budget.new, &names) = Search.new(lists, budget, &names).origin(typed)

      # Whether it is a name without a value.
      def name? = words.nil?

      # The Variable that has no value.
      def variable = part.data

      # Goes down a tree the way that its value was computed.
      class Search
        def initialize(lists, budget, &)
          @budget = budget
          @evaluator = Evaluator.new(lists, budget: budget, &)
        end

        def origin(typed)
          return unless undefined?(typed)
          return Origin.new(part: typed, words: TOO_LONG) if @budget.spent?

          case typed.kind
          when :name then Origin.new(part: typed, words: (ITEM if typed.data.index == Checker::ITEM))
          when :round then origin(typed.parts.first)
          when :if then conditional(typed)
          when :filter then filtered(typed)
          else inner(typed) || Origin.new(part: typed, words: OriginWords.of(typed, values(typed)))
          end
        end

        private

        ITEM = Wording[:an_item_of_the_list_has_no]
        TOO_LONG = Wording[:the_lists_are_too_long_for_one]
        private_constant :ITEM, :TOO_LONG

        def undefined?(typed) = Undefined.is?(@evaluator.settled(typed))

        # What stands after "in" has no value of its own, only parts.
        def tests?(part) = part.type.boolean? && %i[range list against].include?(part.kind)

        def values(typed) = typed.parts.map { |part| tests?(part) ? nil : @evaluator.settled(part) }

        # The first part that is undefined itself.
        def inner(typed)
          needed(typed).each do |part|
            found = tests?(part) ? inner(part) : origin(part)
            return found if found
          end
          nil
        end

        # A look-up passes over open cells: only lists that are undefined as a whole matter.
        def needed(typed)
          return typed.parts unless typed.kind == :call && typed.data.polymorphic

          typed.parts.reject { |part| part.type.list? && !@evaluator.settled(part).nil? }
        end

        def conditional(typed)
          condition, yes, no = typed.parts
          origin(condition) || origin(@evaluator.settled(condition) ? yes : no)
        end

        # The first item for which the condition has no value.
        def filtered(typed)
          list, test = typed.parts
          whole = @evaluator.settled(list)
          return origin(list) if whole.nil?

          if @budget.take?(whole.size)
            whole.each do |item|
              @evaluator.with_item(item) do
                origin(test)
              end.then { |found| return found if found }
            end
          end
          Origin.new(part: typed, words: TOO_LONG)
        end
      end
      private_constant :Search
    end
  end
end
