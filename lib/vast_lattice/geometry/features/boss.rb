# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # A round piece of material on a face.
      module Boss
        extend Adding

        MEASURES = [Hole::DIAMETER, Adding::RISE].freeze

        def self.name = 'boss'
        def self.title = 'Boss'
        def self.measures = MEASURES
        def self.loop(measures) = Loop.circle(measures['diameter'])
        def self.callout(texts) = "⌀#{texts['diameter']} ↥#{texts['rise']}"
      end
    end
  end
end
