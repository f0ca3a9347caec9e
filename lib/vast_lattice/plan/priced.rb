# frozen_string_literal: true

module VastLattice
  class Plan
    # The price of a component as something that can be read: known with its values, where nothing in it waits for the shape.
    module Priced
      NAME = 'price'

      module_function

      # A Target that stands for it, or nil. It has no number: no plan holds its value.
      def target(plan)
        currency = plan.symbols.currency
        return unless currency && early?(plan)

        Target.new(path: Name.of(NAME), index: nil, kind: :price, type: Formula::Type.number(currency.dimension), subject: plan.family,
                   unit: currency, place: Place.at('base_price'))
      end

      # Whether no price in it waits for the shape.
      def early?(plan) = plan.runnable? && plan.late_program.nil? && plan.placed.all.all? { |one| early?(one.plan) }

      # What a Run costs: Outcome::Line has the cents of a line.
      def of(run)
        own = run.lines.sum { |_, list, _, amount, _| list == :price ? cents(amount) : 0.0 }
        whole = run.inside.each_with_index.sum(own) { |inside, number| inside.runs.sum { |inner| counted(run.built(number), of(inner)) } }
        Formula::Runtime.rounded(whole, 2)
      end

      # A price where it is known whether it counts.
      def counted(built, price)
        return price if built

        built.nil? ? Float::NAN : 0.0
      end

      # An amount rounded to the cent, half a cent up, NaN where it is undefined.
      def cents(amount) = Formula::Runtime.rounded(Formula::Runtime.rounded(amount, Rounding::DECIMALS), 2)
    end
  end
end
