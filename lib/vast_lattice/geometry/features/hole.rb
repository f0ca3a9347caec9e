# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # A round hole, right through or blind.
      module Hole
        extend Cutting

        DIAMETER = Family::Measure.new(name: 'diameter', label: 'diameter')
        MEASURES = [DIAMETER, Cutting::DEPTH, Cutting::THROUGH].freeze

        def self.name = 'hole'
        def self.title = 'Hole'
        def self.measures = MEASURES

        # The outline about the origin; +measures+ in mm by name. nil where it is impossible.
        def self.loop(measures) = Loop.circle(measures['diameter'])

        # What is written at it in a drawing; +texts+ by measure.
        def self.callout(texts) = "⌀#{texts['diameter']}"
      end
    end
  end
end
