# frozen_string_literal: true

module VastLattice
  module Variants
    # What differs in the recipes of a variant under two plans: stocks and features that are made with other numbers, in
    # another place or in another way, because their recipes were edited: where values alone differ, these are told. States
    # are not compared here.
    class RecipeContrast
      # A Family::Feature as it is made, beside the numbers of its entries.
      WAY = lambda do |feature|
        [feature.kind, feature.face, feature.on, feature.horizontal&.from, feature.vertical&.from,
         feature.pattern&.kind, feature.pattern&.along, feature.dimensions.keys]
      end

      def initialize(before, after)
        @same = before.family.parts == after.family.parts && before.lists == after.lists
      end

      # Names of parts and features, for the outcomes of a variant before and after. Of those that are not built in either,
      # none.
      def names(before, after)
        return [] if @same

        old, new = [before, after].map { |outcome| steps(outcome) }
        (old.keys | new.keys).reject { |name| old[name] == new[name] }
      end

      private

      # {name => how it is made}, as texts, in which what is undefined equals itself.
      def steps(outcome)
        bound = outcome.plan.bound
        stocks, shapes = outcome.plan.shape_program.call(outcome.values)
        made = bound.shapes.zip(shapes).to_h { |shape, numbers| [shape.feature.name, [*WAY.call(shape.feature), numbers.raw]] }
        bound.stocks.zip(stocks) { |stock, numbers| made[stock.part.name] = [stock.part.stock.kind, stock.part.stock.outline, numbers.raw] }
        made.select { |name, _| %i[shown hidden].include?(outcome.state(name)) }.transform_values(&:inspect)
      end
    end
  end
end
