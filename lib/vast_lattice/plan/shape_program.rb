# frozen_string_literal: true

module VastLattice
  class Plan
    # The dimensions of stocks and features as one lambda over the values of an outcome. All results are
    # Floats in base units.
    class ShapeProgram
      # Dimensions of one stock or feature: +measures+ by name; the rest belongs to features.
      class Numbers < Value.with(:measures, horizontal: 0.0, vertical: 0.0, count: nil, pitch: nil)
      end

      # +lists+ as in Program.
      def initialize(bound, lists)
        @bound = bound
        stocks = bound.stocks.map { |stock| list(stock.measures.values) }
        shapes = bound.shapes.map { |shape| list([*shape.measures.values, *extras(shape)]) }
        source = "lambda { |v| #{names}; [[#{stocks.join(', ')}], [#{shapes.join(', ')}]] }"
        @lambda = Formula.compile("lambda { |lists| #{source} }", 'shape').call(lists)
      end

      # [Numbers of each stock, Numbers of each feature], in the order of the bound family.
      def call(values)
        stocks, shapes = @lambda.call(values)
        [@bound.stocks.zip(stocks).map { |stock, numbers| Numbers.new(measures: measures(stock, numbers)) },
         @bound.shapes.zip(shapes).map { |shape, numbers| shape_numbers(shape, numbers) }]
      end

      private

      def extras(shape) = [shape.horizontal, shape.vertical, shape.count, shape.pitch].compact
      def list(typed) = "[#{typed.map { |tree| Formula::Emitter.settled(tree) }.join(', ')}]"
      def names = @bound.targets.map { |target| "v#{target.index} = v[#{target.index}]" }.join('; ')
      def measures(item, numbers) = item.measures.keys.zip(numbers).to_h

      def shape_numbers(shape, numbers)
        horizontal, vertical, count, pitch = numbers.drop(shape.measures.size)
        Numbers.new(measures: measures(shape, numbers), horizontal: horizontal, vertical: vertical, count: count, pitch: pitch)
      end
    end
  end
end
