# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # A groove around a turned part; its position along the part is that of its middle.
      module Groove
        extend Reshaping

        MEASURES = [Family::Measure.new(name: 'width', label: 'width', begins: '4 mm'),
                    Family::Measure.new(name: 'diameter', label: 'floor diameter', begins: '15 mm')].freeze

        def self.name = 'groove'
        def self.title = 'Groove'
        def self.measures = MEASURES
        def self.operation = 'turn'
        def self.stocks = %w[turned]
        def self.along? = true

        def self.reshape(draft, feature, numbers, place)
          draft.turn_down(place - (numbers['width'] / 2), place + (numbers['width'] / 2), numbers['diameter'] / 2, owner: feature.name)
        end

        def self.callout(texts) = "#{texts['width']} × ⌀#{texts['diameter']}"
      end
    end
  end
end
