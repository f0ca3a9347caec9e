# frozen_string_literal: true

module VastLattice
  module Logic
    # The Ladders of a plan as terms: what a target comes to, and what its checks ask for.
    class LadderTerms
      # +answers+ gives, for a Target and what stands below it, what an answer makes of it; +facts+ takes what must hold.
      def initialize(plan, terms, words, conditionals, facts, &answers)
        @plan = plan
        @family = plan.family
        @terms = terms
        @words = words
        @conditionals = conditionals
        @facts = facts
        @answers = answers
      end

      # The term of a target, which comes after all it uses; +values+ are the terms of those by index.
      def of(ladder, values, rows)
        @rows = rows
        @ladder = ladder
        return @words.free(ladder.target.type) if ladder.target.port? || ladder.target.kind == :count

        term = ladder.rungs.reverse.reduce(@words.free(ladder.target.type)) { |rest, rung| send(rung.name, rung, rest) }
        ladder.parents.reduce(term) { |built, parent| Logic.all([built, values.fetch(parent.index)]) }
      end

      # What must hold of the term of a target.
      def check(ladder, term)
        @ladder = ladder
        applies = ladder.rung(Plan::Rung::Applies)
        found = ladder.checks.flat_map { |check| send(:"check_#{check.name}", check, term) }
        guard = applies && @terms.of(applies.condition)
        @facts.concat(guard ? found.map { |fact| Z3.Implies(guard, fact) } : found)
      end

      private

      def type = @ladder.target.type
      def applies(_rung, rest) = rest
      def override(_rung, rest) = rest
      def said(_rung, rest) = rest

      # What a source says stands, whatever is answered.
      def answer(_rung, rest)
        sourced = @plan.sourced[@ladder.target.index]
        return @words.constant(sourced.value, type) if sourced

        @ladder.target.value? ? @answers.call(@ladder.target, rest) : rest
      end

      def by_hand(rung, _rest) = Logic.truth(rung.value)
      def own(rung, _rest) = @terms.of(rung.typed)
      def always(_rung, _rest) = BOOL.True
      def nobody(_rung, rest) = rest
      def picked(rung, _rest) = @rows.fetch(rung.table)

      def overrides(rung, rest)
        rung.overrides.reverse.reduce(rest) do |other, own|
          here = Logic.all(own.rows.map { |table, row| picked?(table, row) })
          Logic.choose(here, @words.constant(own.value, type), other)
        end
      end

      def cells(rung, rest)
        column = rung.column
        values = column.values(@plan.lists)
        column.cells.each_index.reduce(rest) do |other, row|
          next other unless column.cells[row]

          said = values[row].nil? ? @terms.of(column.cells[row]) : @words.constant(values[row], type)
          Logic.choose(picked?(column.table, row), said, other)
        end
      end

      def picked?(table, row) = @rows.fetch(table) == INT.from_const(@words.code(@family.tables[table].rows[row].name))

      # Rules that apply say the same, or it is an error.
      def by_rules(rung, rest)
        said = rung.sayings.map do |saying|
          if saying.table?
            said_by_table(saying)
          else
            [@conditionals.taken(saying.source, saying.branch), @terms.of(saying.value),
             saying.source]
          end
        end
        said.combination(2) do |(one, value, source), (other, second, third)|
          @facts << Logic.negate(Logic.all([one, other, Logic.negate(value == second)])) unless source.equal?(third)
        end
        said.reduce(rest) { |below, (test, value, _)| Logic.choose(test, value, below) }
      end

      LEADING = %w[unique any first priority].freeze
      private_constant :LEADING

      def said_by_table(saying)
        rows = saying.values.each_with_index.filter_map { |value, row| value && [@conditionals.taken(saying.source, row), value] }
        value = @words.free(type)
        if LEADING.include?(saying.source.policy)
          value = rows.reverse.reduce(value) do |rest, (test, typed)|
            Logic.choose(test, @terms.of(typed), rest)
          end
        end
        [Logic.any(rows.map(&:first)), value, saying.source]
      end

      def check_whole(_check, term) = [Logic.whole(term)]

      def check_between(check, term)
        stepped = check.step && check.narrowings.none?(&:step)
        base = check.least ? @terms.of(check.least) : Logic.real(0)
        [*limits(check, term), *(Logic.whole((term - base) / @terms.of(check.step)) if stepped),
         *check.narrowings.reject { |one| left_open?(one) }.flat_map { |one| narrowed(one, term) }]
      end

      def narrowed(one, term) = limits(one, term).map { |fact| Z3.Implies(narrows(one), fact) }

      # Which of the rows that count narrow it is left open.
      def left_open?(one) = one.kind == :rule && one.source.chosen(one.numbers.last, one.item)

      def limits(from, term) = [*(term >= @terms.of(from.least) if from.least), *(term <= @terms.of(from.most) if from.most)]

      def narrows(one)
        return @conditionals.taken(one.source, one.numbers.last) if one.kind == :rule

        Logic.negate(@rows.fetch(one.numbers.first) == INT.from_const(Constants::NONE))
      end

      # A row need not be picked.
      def check_offered(check, term)
        none = @ladder.target.kind == :row ? [INT.from_const(Constants::NONE)] : []
        among = ->(values) { Logic.any((values.map { |value| @words.constant(value, type) } + none).map { |value| term == value }) }
        [among.call(check.choices), *check.offers.map do |source, branch, values|
          Z3.Implies(@conditionals.taken(source, branch), among.call(values))
        end]
      end
    end
  end
end
