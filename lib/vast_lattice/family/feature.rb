# frozen_string_literal: true

module VastLattice
  class Family
    # One step of a recipe. +dimensions+ holds the entries of the kind's fields, by name; +face+ names the wall
    # that it is on, the main one if none; +horizontal+ and +vertical+ say where on it its centre is;
    # +built_when+ and +shown_when+ are conditions. A feature that sits +on+ another is suppressed with it. It
    # is drawn from its +tier+ on. A person may settle its state +by_hand+: suppressed, hidden or built.
    class Feature < Value.with(:name, :kind, label: '', note: '', dimensions: {}, face: nil, horizontal: nil, vertical: nil,
                                             pattern: nil, built_when: nil, shown_when: nil, on: nil, tier: 'symbol', by_hand: nil)
      extend TreeForm

      # From the lightest drawing to the fullest.
      TIERS = %w[symbol working full].freeze
      HANDS = %w[suppressed hidden built].freeze

      # Names of the features that it needs: the one it sits on, the flange that carries its face.
      def bases = [on, face && Name.read(face).first].compact.reject(&:empty?)

      # Whether it is drawn in a tier.
      def drawn_in?(tier) = TIERS.index(self.tier) <= TIERS.index(tier)

      def self.nested = { horizontal: Anchor, vertical: Anchor, pattern: Pattern }
      def self.rest = :dimensions

      def title = label.empty? ? name.tr('_', ' ') : label
    end
  end
end
