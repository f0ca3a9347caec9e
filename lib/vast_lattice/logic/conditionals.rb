# frozen_string_literal: true

module VastLattice
  module Logic
    # Rules and rule tables as terms: whether a branch is taken, or a row counts.
    class Conditionals
      # +terms+ are Terms, +row+ gives the term of the picked row of a table by its number, +words+ Words.
      def initialize(family, terms, words, &row)
        @family = family
        @terms = terms
        @words = words
        @row = row
        @taken = {}
      end

      # Reads a Bound::Rule or a Bound::RuleTable.
      def add(source)
        held = source.conditions.map { |condition| @terms.of(condition) }
        free = Logic.negate(opted_out(source))
        @taken[source.index] = (source.is_a?(Plan::Bound::RuleTable) ? rows(source, held) : branches(held)).map { |term| Logic.all([term, free]) }
      end

      # Whether a branch or a row applies.
      def taken(source, branch) = @taken.fetch(source.index)[branch]

      # The rows of a rule table of which at most one may hit.
      def lone_rows(source) = source.policy == 'unique' ? @taken.fetch(source.index) : []

      private

      def branches(held)
        none = Logic.all(held.map { |term| Logic.negate(term) })
        [*first_alone(held), none]
      end

      def rows(source, held)
        case source.policy
        when 'first' then first_alone(held)
        # Which one counts is left open.
        when 'priority' then held.map { |term| Logic.all([term, @words.free(Formula::BOOLEAN)]) }
        else held
        end
      end

      def first_alone(held)
        held.each_with_index.map { |term, index| Logic.all([term, *held.first(index).map { |before| Logic.negate(before) }]) }
      end

      def opted_out(source)
        Logic.any(source.except.map do |picked|
          Logic.all(picked.map { |table, row| @row.call(table) == INT.from_const(@words.code(@family.tables[table].rows[row].name)) })
        end)
      end
    end
  end
end
