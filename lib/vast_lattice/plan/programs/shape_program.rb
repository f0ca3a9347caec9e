# frozen_string_literal: true

module VastLattice
  class Plan
    # The dimensions of stocks and features as one lambda over the values of an outcome. Numbers are Floats in
    # base units, choices and texts Strings; nil where an optional entry is blank, NaN or nil where one is undefined.
    class ShapeProgram
      # Dimensions of one stock or feature. +measures+ and +pattern+ by name; +place+, of a stock, is that of its
      # part by name; +skip+ tells to leave the instance out.
      class Numbers
        attr_reader :measures, :horizontal, :vertical, :pattern, :skip, :place, :least_wall, :raw

        # The block gives the Numbers of another instance.
        def initialize(raw, measures, horizontal: 0.0, vertical: 0.0, pattern: {}, skip: false, place: {}, least_wall: nil, &at)
          @raw = raw
          @measures = measures
          @horizontal = horizontal
          @vertical = vertical
          @pattern = pattern
          @skip = skip
          @place = place
          @least_wall = least_wall
          @at = at
        end

        # The numbers of the instance with that number, counted from 1.
        def at(index) = @at ? @at.call(index) : self

        # Whether instances differ.
        def varied? = !@at.nil?
      end

      # +lists+ as in Program.
      def initialize(bound, lists)
        @bound = bound
        @index = bound.targets.size
        stocks = bound.stocks.map { |stock| list(stock) }
        shapes = bound.shapes.map { |shape| "lambda { |v#{@index}| #{list(shape)} }" }
        @lambda = Formula.compiled(Formula::Emitter.lambda_of('v', "#{names}[[#{stocks.join(', ')}], [#{shapes.join(', ')}]]"),
                                   'shape').call(lists)
        @varied = bound.shapes.map { |shape| shape.trees.any? { |tree| tree.variables.any? { |variable| variable.index == @index } } }
      end

      # Indexes of the targets on whose values the dimensions depend.
      def uses = @uses ||= variables

      # [Numbers of each stock, Numbers of each feature], in the order of the bound family.
      def call(values)
        stocks, shapes = @lambda.call(values)
        [@bound.stocks.zip(stocks).map { |stock, numbers| stock_numbers(stock, numbers) },
         @bound.shapes.zip(shapes, @varied).map { |shape, numbers, varied| first_numbers(shape, numbers, varied) }]
      end

      private

      def list(bound) = "[#{bound.entries.map { |tree| tree ? Formula::Emitter.settled(tree) : 'nil' }.join(', ')}]"

      def variables = (@bound.stocks + @bound.shapes).flat_map(&:trees).flat_map(&:variables).map(&:index).uniq - [@index]

      # Local variables for the names that are used.
      def names
        uses.map { |index| "v#{index} = v[#{index}]; " }.join
      end

      def stock_numbers(stock, numbers)
        measures = stock.measures.keys.zip(numbers).to_h
        place = stock.place.keys.zip(numbers.drop(measures.size)).to_h
        Numbers.new(numbers, measures, place: place, least_wall: numbers.last)
      end

      def first_numbers(shape, numbers, varied)
        return shape_numbers(shape, numbers.call(1.0)) unless varied

        shape_numbers(shape, numbers.call(1.0)) { |index| shape_numbers(shape, numbers.call(index.to_f)) }
      end

      def shape_numbers(shape, numbers, &)
        horizontal, vertical, *pattern = numbers.drop(shape.measures.size)
        Numbers.new(numbers, shape.measures.keys.zip(numbers).to_h, horizontal: horizontal, vertical: vertical,
                                                                    pattern: shape.pattern.keys.zip(pattern).to_h,
                                                                    skip: pattern.last == true && !shape.skip.nil?, &)
      end
    end
  end
end
