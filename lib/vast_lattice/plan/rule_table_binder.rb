# frozen_string_literal: true

module VastLattice
  class Plan
    # Reads one rule table: its inputs as formulas, its tests as conditions, its values as entries.
    class RuleTableBinder
      # A choice may be written without quotes, a yes or no as it is typed elsewhere.
      def self.quoted(text, type)
        return (Words.boolean(text).nil? ? text : Words.boolean(text).to_s) if type.boolean?
        return text unless type.choices

        words = text.split(',').map(&:strip)
        words.all? { |word| type.choices.include?(word) } ? words.map(&:inspect).join(', ') : text
      end

      def initialize(table, index, reader)
        @table = table
        @index = index
        @reader = reader
      end

      # A Bound::RuleTable, or nil where something cannot be read.
      def bind
        target = @reader.target(@table.output, place('output')) or return
        return unless policy?(target)

        @inputs = @table.inputs.each_with_index.map { |text, index| input(text, index) }
        rows = @table.rows.each_with_index.map { |row, index| row(row, index, target) }
        return if @inputs.any?(&:nil?) || rows.flatten.any?(&:nil?)

        Bound::RuleTable.new(index: @index, table: @table, target: target, rows: rows, order: priorities(target))
      end

      private

      def place(*path) = Place.at('rule_tables', @table.name, *path)

      def policy?(target)
        collected = @table.policy == 'collect'
        if collected && !Family::RuleTable::AGGREGATES.include?(@table.aggregate)
          return @reader.error(:unknown_kind, 'A table that collects needs an aggregate.', place('aggregate'),
                               'Choose sum, min, max or count.')
        end
        if collected && !target.type.number?
          return @reader.error(:not_a_number, "#{target.name} is #{target.type}; only numbers can be collected.", place('policy'),
                               'Choose another hit policy.')
        end
        true
      end

      # The typed input with the node it came from, and the unit that bare numbers in its tests take.
      def input(text, index)
        typed = @reader.free(text, place('inputs', index)) or return
        unit = typed.kind == :name ? @reader.symbols.targets[typed.data.index].unit : Units::PLAIN
        [Formula::Parser.parse(text), typed, unit]
      end

      # [condition, value] of a row.
      def row(row, index, target)
        at = ['rows', index]
        unless row.tests.size == @table.inputs.size
          return [@reader.error(:missing_dimension, "Row #{index + 1} has #{row.tests.size} tests for #{@table.inputs.size} inputs.",
                                place(*at), 'Write one test per input, - for any.')]
        end

        tests = row.tests.each_with_index.map { |text, number| test(text, number, place(*at, 'tests', number)) }
        value = @reader.entry(row.value, target, place(*at, 'value'))
        [tests.all? ? conjunction(tests) : nil, value]
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

      def priorities(target)
        @table.priorities.map { |text| @reader.constant(text, target, place('priorities')) }
      end
    end
  end
end
