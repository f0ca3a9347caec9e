# frozen_string_literal: true

module VastLattice
  class Family
    # What a part starts from. +dimensions+ holds the entries of the kind's fields by name, and lists of
    # entries, such as the points of an outline.
    class Stock < Value.with(:kind, outline: nil, dimensions: {})
      extend TreeForm

      def self.rest = :dimensions

      # A list of entries by name: [{field => entry}, …].
      def list(name) = Array(dimensions[name])

      # All Measures that a kind of stock asks of this one: the plain ones of an outline, and those of every item of its
      # lists, by path.
      def measures(kind, outline)
        kind.dimensions(outline) + kind.lists(outline).flat_map do |name, fields|
          list(name).each_index.flat_map { |index| fields.map { |field| field.with(name: "#{name}.#{index}.#{field.name}") } }
        end
      end

      # All entries, those in lists by path: "points.0.x".
      def entries
        dimensions.flat_map do |name, given|
          next [[name, given]] unless given.is_a?(Array)

          given.each_with_index.flat_map { |item, index| item.map { |field, text| ["#{name}.#{index}.#{field}", text] } }
        end.to_h
      end

      # With the entry at a path changed; an item of a list that is not there yet is added.
      def with_entry(path, text)
        name, index, field = Name.read(path).segments
        return with(dimensions: dimensions.merge(name => text)) unless field

        items = list(name).map(&:dup)
        (items[[index.to_i, items.size].min] ||= {})[field] = text
        with(dimensions: dimensions.merge(name => items))
      end

      # With each entry changed by the block.
      def map_entries(&block)
        with(dimensions: dimensions.transform_values do |given|
          given.is_a?(Array) ? given.map { |item| item.transform_values(&block) } : yield(given)
        end)
      end
    end
  end
end
