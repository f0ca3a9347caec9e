# frozen_string_literal: true

module VastLattice
  module Geometry
    module Patterns
      # So many instances, a pitch apart, away from the edge that the position is measured from; from the
      # centre, both ways.
      module Linear
        COUNT = Family::Measure.new(name: 'count', label: 'count', unit: '', least: :zero)
        PITCH = Family::Measure.new(name: 'pitch', label: 'pitch', least: :any, begins: '50 mm')
        MEASURES = [COUNT, PITCH].freeze

        def self.name = 'linear'
        def self.title = 'row'
        def self.measures = MEASURES
        def self.spans? = false

        # Number of instances that it asks for.
        def self.count(numbers, _span) = Linear.bounded(numbers['count'])

        # A number of instances as a whole number: far too many are some billions.
        def self.bounded(number) = number.clamp(0.0, 1e12).floor

        # Offsets [[x, y], …] of the instances from the first place. +spot+ is a Spot.
        def self.offsets(numbers, spot)
          spot.steps(count(numbers, nil)) { |step| step * numbers['pitch'] }
        end
      end
    end
  end
end
