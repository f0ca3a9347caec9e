# frozen_string_literal: true

module VastLattice
  module Exchange
    # Where a family file's tree has not the shape that the schema wants: a walk down the tree and the schema side by side,
    # which stops after MOST problems. Asking the whole schema for everything that is wrong takes minutes for a file with
    # thousands of mistakes.
    class ShapeProblems
      # Problems that are told of one file.
      MOST = 50
      # As the schema has it: rows of a table, characters of an entry.
      MOST_ROWS = Family::Schema.tree.dig('$defs', 'table', 'properties', 'rows', 'maxItems')
      LONGEST = Family::Schema.tree.dig('$defs', 'entry', 'maxLength') || 0
      # What decides about a thing as a whole.
      WHOLE = %w[oneOf anyOf].freeze

      # A problem: the keys and numbers that lead to it, and the words.
      Problem = Struct.new(:pointer, :text)

      # The Problems of a tree, at most one more than MOST.
      def self.of(tree)
        return [] if Family::Schema.whole.valid?(lean(tree))

        new.tap { |walk| walk.look(Family::Schema.tree, tree, []) }.found
      end

      # Rows of long tables that are plainly of the right shape are not asked of the schema, which needs long for thousands.
      def self.lean(tree)
        tables = tree['tables']
        return tree unless tables.is_a?(Array) && tables.all?(Hash)

        tree.merge('tables' => tables.map { |table| table.key?('rows') ? table.merge('rows' => odd_rows(table['rows'])) : table })
      end
      private_class_method :lean

      def self.odd_rows(rows)
        return rows if !rows.is_a?(Array) || rows.size > MOST_ROWS

        rows.reject { |row| plain?(row) }
      end
      private_class_method :odd_rows

      # Whether a row has a name and cells of texts, and nothing else.
      def self.plain?(row)
        row.is_a?(Hash) && row.size == 2 && (name = row['name']).is_a?(String) && name.size.between?(1, 120) && name.match?(/\S/) &&
          (cells = row['cells']).is_a?(Hash) && cells.all? { |_, text| text.is_a?(String) && text.size <= LONGEST }
      end
      private_class_method :plain?

      attr_reader :found

      def initialize
        @found = []
      end

      # Looks at +data+ at the end of +pointer+ with a schema.
      def look(schema, data, pointer)
        return if @found.size > MOST

        name = schema['$ref']
        schema = name.split('/').drop(1).reduce(Family::Schema.tree) { |tree, key| tree[key] } if name
        return whole(schema, data, pointer, name) if WHOLE.any? { |key| schema.key?(key) }

        own(schema, data, pointer)
        inside(schema, data, pointer)
      end

      private

      def inside(schema, data, pointer)
        case data
        when Hash then data.each { |key, value| look_at(schema, key, value, pointer) }
        when Array then data.each_with_index { |item, index| look(schema['items'] || {}, item, [*pointer, index.to_s]) }
        end
      end

      # A key of an object; one that does not belong there is told by +own+.
      def look_at(schema, key, value, pointer)
        inner = schema.dig('properties', key) || schema['additionalProperties']
        look(inner, value, [*pointer, key]) if inner.is_a?(Hash)
      end

      # What is wrong with a thing itself, whatever it holds.
      def own(schema, data, pointer)
        shallow = Family::Schema.shallow(schema)
        return if shallow.valid?(data)

        shallow.validate(data).first(MOST + 1 - @found.size).each do |error|
          at = [*pointer, *SchemaMessage.pointer(error)]
          @found << Problem.new(at, SchemaMessage.text(error, at))
        end
      end

      def whole(schema, data, pointer, name)
        return if Family::Schema.part(schema).valid?(data)

        text = name == EFFECT ? SchemaMessage.not_an_effect : SchemaMessage.other_value(pointer)
        @found << Problem.new(pointer, text)
      end

      EFFECT = '#/$defs/effect'
      private_constant :EFFECT
    end
  end
end
