# frozen_string_literal: true

module VastLattice
  class Outcome
    # What an outcome says once its shape is known: prices by mass, warnings of weight, limits of what is measured.
    class Late
      # Nothing, for families of which nothing waits for the shape.
      def self.none = @none ||= new(nil, {})

      # +measured+ maps numbers of Plan::Measured to what they come to, in base units.
      def initialize(outcome, measured)
        @outcome = outcome
        @measured = measured
        @raw_findings, @raw_lines, @branches = outcome ? said : [[], [], {}]
      end

      # The branches of rules that waited, by their numbers.
      attr_reader :branches

      # Prices and operations: Lines.
      def lines = @lines ||= @raw_lines.map { |raw| Line.of(@outcome.plan.family, raw) }

      # Findings, in the order of the rules.
      def findings = @findings ||= @raw_findings.uniq.filter_map { |code, *details| send(code, *details) }

      private

      def said = @outcome.plan.late_program.call(@outcome.values, @outcome.branches, @measured, @outcome.pick.rows)

      def words = @words ||= UndefinedWords.new(@outcome, @measured)
      def source(rule) = @outcome.plan.bound.source(rule)
      def notice(rule, level, text) = Outcome.notice(source(rule), level, text)

      # Where the shape cannot be had, that is told of the shape.
      def undefined_rule(rule)
        followed(source(rule).place, Wording[:the_condition_of_source, source: source(rule).title]) || words.undefined_rule(rule)
      end

      def undefined_line(rule, number)
        followed(source(rule).place, Wording[:a_price_of_source, source: source(rule).title]) || words.undefined_line(rule, number)
      end

      def undefined_measured(rule, index)
        followed(source(rule).place, measured(index).name) ||
          Finding.new(code: :undefined, level: :error, place: source(rule).place, advice: Wording[:mend_it],
                      wording: Wording[:a_limit_of_measured_by_source, measured: measured(index).name, source: source(rule).title])
      end

      def followed(place, what)
        return if @measured.each_value.none? { |amount| Undefined.is?(amount) }

        WhyUndefined.new(@outcome).follows(place, what, 'the shape')
      end

      def measured(index) = @outcome.plan.symbols.measured_at(index)

      def measured_below_least(rule, index, limit) = beyond(:below_least, 'below the least', rule, index, limit)
      def measured_above_most(rule, index, limit) = beyond(:above_most, 'above the most', rule, index, limit)

      def beyond(code, words, rule, index, limit)
        own = measured(index)
        Finding.new(code: code, level: :error, place: source(rule).place, advice: Wording[:change_what_it_follows],
                    wording: Wording[:target_is_measured_beyond_limit,
                                     target: own.name, measured: own.text(@measured.fetch(index)), beyond: words, limit: own.text(limit),
                                     source: source(rule).title])
      end
    end
  end
end
