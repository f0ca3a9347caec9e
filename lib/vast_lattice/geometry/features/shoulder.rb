# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # The end of a turned part turned down to a smaller diameter.
      module Shoulder
        extend Reshaping

        SIDE = Family::Measure.new(name: 'end', label: 'end', kind: 'choice', choices: %w[left right])
        MEASURES = [SIDE, Family::Measure.new(name: 'length', label: 'length'),
                    Family::Measure.new(name: 'diameter', label: 'diameter', begins: '15 mm')].freeze

        def self.name = 'shoulder'
        def self.title = 'Shoulder'
        def self.measures = MEASURES
        def self.operation = 'turn'
        def self.stocks = %w[turned]

        def self.reshape(draft, feature, numbers)
          from = numbers['end'] == 'left' ? 0.0 : draft.length - numbers['length']
          draft.turn_down(from, from + numbers['length'], numbers['diameter'] / 2, owner: feature.name)
        end

        def self.callout(texts) = "⌀#{texts['diameter']} × #{texts['length']}"
      end
    end
  end
end
