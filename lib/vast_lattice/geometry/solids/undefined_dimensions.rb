# frozen_string_literal: true

module VastLattice
  module Geometry
    # Dimensions, positions, pattern fields and skip conditions that are undefined in an outcome: a Finding for each, at
    # its place.
    class UndefinedDimensions
      def initialize(outcome)
        @undefined = Outcome::WhyUndefined.new(outcome)
      end

      # Whether something that is written has no value, of Bound and Numbers.
      def any?(bound, numbers)
        bound.entries.zip(numbers.raw).any? { |typed, value| typed && Undefined.is?(value) }
      end

      # Findings of a Bound::Stock.
      def of_stock(stock, numbers)
        findings(stock.written, numbers, %w[parts] + [stock.part.name], stock.part.title)
      end

      # Findings of a Bound::Shape; +index+ is the number of its instance.
      def of_shape(shape, numbers, index = 1)
        title = shape.feature.title
        title = "#{title}, instance #{index}," if numbers.varied? || index > 1
        findings(shape.written, numbers, ['parts', shape.part.name, 'features', shape.feature.name], title, index.to_f)
      end

      private

      def findings(written, numbers, path, title, index = 1.0)
        written.zip(numbers.raw).filter_map do |(typed, own, label), value|
          next unless typed && Undefined.is?(value)

          @undefined.finding(typed, Place.at(*path, *own), Wording[:the_label_of_title, label: label, title: title], index: index)
        end
      end
    end
  end
end
