# frozen_string_literal: true

module VastLattice
  class Plan
    # Reads one rule table: its inputs as formulas, its tests as conditions, its cells as effects.
    class RuleTableBinder
      # A choice may be written without quotes, a yes or no as it is typed elsewhere.
      def self.quoted(text, type)
        return (YesNo.boolean(text).nil? ? text : YesNo.boolean(text).to_s) if type.boolean?
        return text unless type.choices

        words = text.split(',').map(&:strip)
        words.all? { |word| type.choices.include?(word) } ? words.map(&:inspect).join(', ') : text
      end

      def initialize(table, index, reader)
        @table = table
        @index = index
        @reader = reader
        @targets = []
      end

      # A Bound::RuleTable, or nil where something cannot be read.
      def bind
        @outputs = @table.columns
        return unless readable?

        @inputs = @table.inputs.each_with_index.map { |text, index| input(text, index) }
        conditions, cells = @table.rows.each_with_index.map { |row, index| row(row, index) }.transpose
        return if [*@inputs, *conditions, *cells].any?(&:nil?) || !choosable?(cells)

        Bound::RuleTable.new(index: @index, table: @table, conditions: conditions, cells: cells, order: priorities)
      end

      private

      def place(*path) = Place.at('rule_tables', @table.name, *path)
      def lone? = @outputs.one?

      # Whether all columns and the policy are; each is told of.
      def readable? = @outputs.each_with_index.map { |output, index| known?(output, index) }.all? && policy?

      # Whether the name of a column is there; the Targets of those that are set are kept. Labels and what is measured are told by
      # their effects.
      def known?(output, index)
        return true if !output.named? || Family::EFFECTS.fetch(output.kind).subject == :label || measured?(output)

        at = lone? ? place('output') : place('outputs', index)
        names = output.kind == 'offer' ? @reader.symbols.offerable_names : @reader.symbols.column_names
        found = @reader.target(output.target, at, among: names)
        @targets << found if output.sets? && found
        !found.nil?
      end

      def measured?(output) = output.kind == 'limit' && @reader.symbols.measured.any? { |own| own.name.casecmp?(output.target) }

      def policy?
        return collected? if @table.policy == 'collect'
        return true if @table.policy != 'priority' || @targets.any?

        @reader.error(:unknown_kind, Wording[:a_table_by_priority_sets_nothing], place('policy'),
                      Wording[:choose_another_hit_policy])
      end

      # Values are collected by an aggregate; what is said, and without an aggregate what is priced or narrowed, just adds up.
      def collected?
        if @targets.any? && !Family::RuleTable::AGGREGATES.include?(@table.aggregate)
          return @reader.error(:unknown_kind, Wording[:a_table_that_collects_needs_an_aggregate], place('aggregate'),
                               Wording[:choose_sum_min_max_or_count])
        end
        other = @targets.find { |target| !target.type.number? } or return true
        @reader.error(:not_a_number, Wording[:other_is_type_only_numbers_can, other: other.name, type: other.type], place('policy'),
                      Wording[:choose_another_hit_policy])
      end

      # The typed input with the node it came from, and the unit that bare numbers in its tests take.
      def input(text, index)
        typed = @reader.free(text, place('inputs', index)) or return
        unit = typed.kind == :name ? @reader.symbols.targets[typed.data.index].unit : Units::PLAIN
        [Formula::Parser.parse(text), typed, unit]
      end

      # [condition, consequences] of a row; nil for what cannot be read.
      def row(row, index)
        at = ['rows', index]
        return [fits?(row.tests, @table.inputs, index, 'test', 'input'), nil] if row.tests.size != @table.inputs.size
        return [fits?(row.values, @outputs, index, 'value', 'output'), nil] if row.values.size != @outputs.size

        tests = row.tests.each_with_index.map { |text, number| test(text, number, place(*at, 'tests', number)) }
        [tests.all? ? conjunction(tests) : nil, consequences(row, at)]
      end

      # Says that a row has too few or too many.
      def fits?(given, wanted, index, what, whose)
        remedy = { 'test' => Wording[:write_one_test_per_input_for_any], 'value' => Wording[:write_one_value_per_output_a_blank] }
        @reader.error(:missing_dimension,
                      Wording[:row_has_another_number_of_cells,
                              row: index + 1, given: given.size, what: what, wanted: wanted.size, whose: whose], place('rows', index),
                      remedy.fetch(what))
      end

      # Those of all cells of a row, by output; nil where one cannot be read.
      def consequences(row, path)
        before = @reader.findings.size
        found = row.values.each_with_index.map do |text, number|
          cell(text, @outputs[number], lone? ? place(*path, 'value') : place(*path, 'values', number))
        end
        @reader.decided_once(found.flatten, place(*path))
        @reader.findings.size == before ? found : nil
      end

      # Whether what adds or narrows can be put together by the policy; what cannot is told, once.
      def choosable?(cells)
        items = cells.flatten
        late = items.find { |item| (item.is_a?(Consequence::Line) && item.late) || item.is_a?(Consequence::MeasuredLimit) }
        limit = items.grep(Consequence::Limit).first
        price = items.grep(Consequence::Line).find(&:amount)
        odd = unchoosable(late, limit, price) or return true
        @reader.error(:unknown_kind, odd, place(@table.policy == 'collect' ? 'aggregate' : 'policy'),
                      Wording[:choose_another_one_or_make_two_tables])
        false
      end

      def unchoosable(late, limit, price)
        policy = @table.policy == 'collect' ? @table.aggregate : @table.policy
        return Wording[:what_waits_for_the_finished_shape_cannot] if late && Bound::RuleTable::CHOOSING.include?(policy)
        return Wording[:limits_can_be_collected_by_min] if limit && %w[sum count].include?(policy)

        Wording[:rows_can_be_counted_into_a_number] if price && policy == 'count'
      end

      # What stands in a cell is told there, whatever its effect calls it.
      def cell(text, output, place)
        effect = output.effect(text) or return []
        found = @reader.within(place) { Family::EFFECTS.fetch(output.kind).consequences(effect, @reader, place) }
        found.map { |item| item.respond_to?(:place) ? item.with(place: place) : item }
      end

      def test(text, number, place)
        node, typed, unit = @inputs[number]
        return unless node

        @reader.test(RuleTableBinder.quoted(text, typed.type), node, unit, place)
      end

      def conjunction(tests)
        tests.reduce do |left, right|
          Formula::Typed.new(kind: :and, type: Formula::BOOLEAN, span: left.span, parts: [left, right])
        end
      end

      # For each output that decides something, the values in their order.
      def priorities
        @targets.zip(@table.priorities_by_output).map do |target, texts|
          texts.to_a.map { |text| @reader.constant(text, target, place('priorities')) }
        end
      end
    end
  end
end
