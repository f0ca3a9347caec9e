# frozen_string_literal: true

module VastLattice
  module Geometry
    module Patterns
      # On a circle about the position: +count+ instances from a start angle, over a full turn or part of one.
      # Angles count from the right, counter-clockwise.
      module Circular
        MEASURES = [Linear::COUNT.with(begins: '6'), Family::Measure.new(name: 'diameter', label: 'diameter of the circle',
                                                                         begins: '60 mm'),
                    Family::Measure.new(name: 'start', label: 'start angle', unit: 'deg', default: '0', least: :any),
                    Family::Measure.new(name: 'sweep', label: 'over an angle of', unit: 'deg', default: '360 deg', least: :any)].freeze

        def self.name = 'circular'
        def self.title = 'circle'
        def self.measures = MEASURES
        def self.spans? = false
        def self.count(numbers, _length) = Linear.bounded(numbers['count'])

        def self.offsets(numbers, spot)
          count = count(numbers, nil)
          full = (numbers['sweep'].abs - 360).abs < 1e-9
          step = if count < 2
                   0.0
                 else
                   numbers['sweep'] / (full ? count : count - 1)
                 end
          Array.new([count, 0].max) do |index|
            angle = (numbers['start'] + (index * step)) * Math::PI / 180
            [Math.cos(angle) * numbers['diameter'] / 2 * spot.wall.sense, Math.sin(angle) * numbers['diameter'] / 2]
          end
        end
      end
    end
  end
end
