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

      # What a Run costs, in whole units of the currency.
      def of(run) = cents(run).then { |all| all ? all / 100.0 : Undefined::NUMBER }

      # The same in hundredths, nil where it is undefined.
      def cents(run)
        own = run.lines.select { |_, list, *| list == :price }.map { |_, _, _, amount, _| Price.cents(amount) }
        inner = run.inside.each_with_index.flat_map do |inside, number|
          built = run.built(number)
          built == false ? [] : inside.runs.map { |one| built && cents(one) }
        end
        all = own + inner
        all.include?(nil) ? nil : all.sum
      end

      # A price where it is known whether it counts.
      def counted(built, price)
        return price if built

        built.nil? ? Undefined::NUMBER : 0.0
      end
    end
  end
end
