# frozen_string_literal: true

module VastLattice
  module Drawing
    # From which parameters the dimensions of a part come: what one points at when one points at a dimension.
    class DimensionSources
      def initialize(solid, plan)
        @solid = solid
        @plan = plan
        @dependencies = Plan::Dependencies.new(plan)
      end

      # Of the stock's dimension of that size in mm.
      def overall(amount)
        stock = @plan.bound.stocks.find { |bound| bound.part.name == @solid.part.name }
        name, = @solid.numbers.find { |_, number| number.is_a?(Float) && (number - amount).abs < 1e-6 }
        stock && name ? @dependencies.inputs([stock.measures[name]]) : []
      end

      # Of a position, :horizontal or :vertical.
      def offset(feature, axis) = inputs(feature) { |shape| [shape.public_send(axis)] }

      # Of a row and what stands in it.
      def pattern(feature) = inputs(feature) { |shape| [*shape.pattern.values, *shape.measures.values] }

      # Of a feature's sizes and its pattern's.
      def sizes(feature) = inputs(feature) { |shape| [*shape.measures.values, *shape.pattern.values] }

      private

      def inputs(feature)
        shape = @plan.bound.shapes.find { |bound| bound.feature.name == feature.name }
        shape ? @dependencies.inputs(yield(shape)) : []
      end
    end
  end
end
