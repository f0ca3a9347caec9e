# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # A round hole right through.
      module Hole
        def self.name = 'hole'
        def self.title = 'Hole'
        def self.measures = MEASURES

        MEASURES = [Family::Measure.new(name: 'diameter', label: 'diameter')].freeze

        # The outline about the origin; +measures+ in mm by name. nil where it is impossible.
        def self.loop(measures) = Loop.circle(measures['diameter'])

        # What is written at it in a drawing; +texts+ by measure.
        def self.callout(texts) = "⌀#{texts['diameter']}"
      end
    end
  end
end
