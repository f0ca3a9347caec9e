# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # A rectangular piece of material on a face.
      module Pad
        extend Adding

        MEASURES = [CutOut::WIDTH, CutOut::HEIGHT, CutOut::RADIUS, Adding::RISE].freeze

        def self.name = 'pad'
        def self.title = 'Pad'
        def self.measures = MEASURES
        def self.loop(measures) = CutOut.loop(measures)
        def self.callout(texts) = "#{texts['width']} × #{texts['height']} ↥#{texts['rise']}"
      end
    end
  end
end
