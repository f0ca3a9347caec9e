# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # A round recess with a flat floor.
      module RoundPocket
        extend Cutting

        MEASURES = [Hole::DIAMETER, Pocket::DEPTH].freeze

        def self.name = 'round_pocket'
        def self.title = 'Round pocket'
        def self.measures = MEASURES
        def self.loop(measures) = Loop.circle(measures['diameter'])
        def self.callout(texts) = "⌀#{texts['diameter']} ↧#{texts['depth']}"
      end
    end
  end
end
