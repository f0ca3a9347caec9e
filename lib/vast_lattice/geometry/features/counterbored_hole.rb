# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # A hole with a wider, flat-bottomed recess for a bolt's head.
      module CounterboredHole
        extend Cutting

        MEASURES = [Hole::DIAMETER, Family::Measure.new(name: 'head_diameter', label: 'recess diameter', begins: '18 mm'),
                    Family::Measure.new(name: 'head_depth', label: 'recess depth', begins: '2 mm'), Cutting::DEPTH, Cutting::THROUGH].freeze

        def self.name = 'counterbored_hole'
        def self.title = 'Counterbored hole'
        def self.measures = MEASURES
        def self.loop(measures) = measures['head_diameter'] > measures['diameter'] ? Loop.circle(measures['head_diameter']) : nil

        def self.layers(numbers, seat)
          low = seat.cut_to(numbers)
          recess = -numbers['head_depth']
          return unless loop(numbers) && low < recess

          [Layer.straight(loop(numbers), recess, seat.over), Layer.straight(Loop.circle(numbers['diameter']), low, recess)]
        end

        def self.callout(texts) = "⌀#{texts['diameter']} / ⌀#{texts['head_diameter']} ↧#{texts['head_depth']}"
      end
    end
  end
end
