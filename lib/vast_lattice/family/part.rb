# frozen_string_literal: true

module VastLattice
  class Family
    # One piece of the model: the stock it starts from, what it is made of, and its recipe of features. A
    # +colour+ is any text; #rrggbb is also drawn.
    class Part < Value.with(:name, :stock, label: '', note: '', material: 'steel', colour: '', features: [])
      extend TreeForm

      def self.nested = { stock: Stock, features: Feature }

      def title = label.empty? ? name.tr('_', ' ') : label
    end
  end
end
