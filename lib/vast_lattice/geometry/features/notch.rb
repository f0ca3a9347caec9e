# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # A rectangular piece out of an edge: it may, and mostly does, cross the outline.
      module Notch
        extend Cutting

        MEASURES = [CutOut::WIDTH, CutOut::HEIGHT, CutOut::RADIUS, Slot::ANGLE, Cutting::DEPTH, Cutting::THROUGH].freeze

        def self.name = 'notch'
        def self.title = 'Notch'
        def self.measures = MEASURES
        def self.inside? = false
        def self.loop(measures) = CutOut.loop(measures)&.turn(measures['angle'])
        def self.callout(texts) = "#{texts['width']} × #{texts['height']}"
      end
    end
  end
end
