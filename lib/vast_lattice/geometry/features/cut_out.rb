# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # A rectangular opening, its corners rounded if wanted.
      module CutOut
        extend Cutting

        WIDTH = Family::Measure.new(name: 'width', label: 'width', begins: '40 mm')
        HEIGHT = Family::Measure.new(name: 'height', label: 'height', begins: '20 mm')
        RADIUS = Family::Measure.new(name: 'corner_radius', label: 'corner radius', default: '0', least: :zero)
        MEASURES = [WIDTH, HEIGHT, RADIUS, Cutting::DEPTH, Cutting::THROUGH].freeze

        def self.name = 'cut_out'
        def self.title = 'Cut-out'
        def self.measures = MEASURES

        # The outline about the origin; nil where the corners would overlap.
        def self.loop(measures)
          width, height, radius = measures.values_at('width', 'height', 'corner_radius')
          2 * radius <= [width, height].min ? Loop.rectangle(width, height, radius) : nil
        end

        # What is written at it in a drawing; +texts+ by measure.
        def self.callout(texts) = "#{texts['width']} × #{texts['height']}"
      end
    end
  end
end
