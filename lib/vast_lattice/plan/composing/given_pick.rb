# frozen_string_literal: true

module VastLattice
  class Plan
    # Sorts Given::Items into what a program takes.
    class GivenPick
      # [FoundPick, raw findings of rows that are not there].
      def self.of(plan, items) = new(plan).of(items)

      def initialize(plan)
        @plan = plan
        @rows = plan.default_rows.dup
        @answers = plan.outside.dup
        @overrides = plan.nothing.dup
        @below = nil
        @unknown = []
      end

      def of(items)
        items.each { |item| take(item) }
        [FoundPick.new(rows: @rows.freeze, answers: @answers.freeze, overrides: @overrides.freeze, below: @below, pick: :given), @unknown]
      end

      private

      def take(item)
        first, *rest = item.inlet
        return ((@below ||= {})[first] ||= []) << Given::Item.new(rest, item.place, item.value, item.besides) if rest.any?

        target = @plan.targets[first]
        return row(target, item.value) if target.kind == :row

        @unknown << [:two_sources, first, item.value] if @plan.sourced.key?(first)
        return @answers[first] = item.value if item.place == :answer

        @answers[first] = item.besides unless item.besides.nil?
        @overrides[first] = item.place == :rule ? Given::Said.new(item.value) : item.value
      end

      # A row that is not there is told, and none is picked.
      def row(target, name)
        number = @plan.family.table_index(target.subject.name)
        @rows[number] = Given::NOTHING.equal?(name) || name.to_s.empty? ? nil : @plan.bound.tables[number].row_number(name)
        @unknown << [:no_such_row, target.index, name] if @rows[number].nil? && name.is_a?(String) && !name.empty?
      end
    end
  end
end
