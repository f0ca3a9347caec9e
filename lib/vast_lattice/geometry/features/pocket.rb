# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # A rectangular recess with a floor.
      module Pocket
        extend Cutting

        DEPTH = Family::Measure.new(name: 'depth', label: 'depth', begins: '2 mm')
        MEASURES = [CutOut::WIDTH, CutOut::HEIGHT, CutOut::RADIUS, DEPTH].freeze

        def self.name = 'pocket'
        def self.title = 'Pocket'
        def self.measures = MEASURES
        def self.loop(measures) = CutOut.loop(measures)
        def self.callout(texts) = "#{texts['width']} × #{texts['height']} ↧#{texts['depth']}"
      end
    end
  end
end
