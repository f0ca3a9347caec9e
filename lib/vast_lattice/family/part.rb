# frozen_string_literal: true

module VastLattice
  class Family
    # One piece of the model: the stock it starts from, what it is made of, where it is, and its recipe of
    # features. A +colour+ is one of Colours. A +finish+
    # is any text; a part that states one has it decided like the others. +least_wall+ (an entry) is the least material
    # that features may leave between each other and to an edge.
    class Part < Value.with(:name, :stock, label: '', note: '', material: 'steel', colour: '', finish: '', at: nil,
                                           least_wall: nil, built_when: nil, shown_when: nil, tier: 'symbol', features: [])
      extend TreeForm

      # Most instances of all patterns of one part together; more is a finding.
      MOST_INSTANCES = 5000

      def self.nested = { stock: Stock, features: Feature, at: PartPlace }

      # The number of the step of a recipe at an index (from 0); the stock is step 0.
      def self.step(index) = (index + 1) * 10

      # The number of its last step.
      def last_step = Part.step(features.size - 1)

      def title = label.empty? ? name.tr('_', ' ') : label

      # Whether it is drawn in a tier.
      def drawn_in?(tier) = Feature::TIERS.index(self.tier) <= Feature::TIERS.index(tier)

      # A part sits on nothing.
      def bases = []
    end
  end
end
