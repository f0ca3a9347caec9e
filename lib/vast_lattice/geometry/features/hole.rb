# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # A round hole, right through or blind.
      module Hole
        extend Cutting

        DIAMETER = Family::Measure.new(name: 'diameter', label: 'diameter')
        # What is cut into its wall afterwards, in the words of its standard ("M8"): told in drawings and lists, not modelled.
        THREAD = Family::Measure.new(name: 'thread', label: 'thread', kind: 'text', optional: true, hint: 'none')
        MEASURES = [DIAMETER, Cutting::DEPTH, Cutting::THROUGH, THREAD].freeze

        def self.name = 'hole'
        def self.title = 'Hole'
        def self.measures = MEASURES

        # The outline about the origin; +measures+ in mm by name. nil where it is impossible.
        def self.loop(measures) = Loop.circle(measures['diameter'])

        # What is written at it in a drawing; +texts+ by measure.
        def self.callout(texts) = "⌀#{texts['diameter']} #{texts['thread']}".rstrip
      end
    end
  end
end
