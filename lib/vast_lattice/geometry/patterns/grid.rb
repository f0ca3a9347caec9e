# frozen_string_literal: true

module VastLattice
  module Geometry
    module Patterns
      # Rows and columns: +count+ along the direction, +rows+ across it.
      module Grid
        MEASURES = [*Linear::MEASURES, Family::Measure.new(name: 'rows', label: 'rows', unit: '', least: :zero),
                    Family::Measure.new(name: 'row_pitch', label: 'distance of rows', least: :any, begins: '50 mm')].freeze

        def self.name = 'grid'
        def self.title = 'grid'
        def self.measures = MEASURES
        def self.spans? = false
        def self.count(numbers, _length) = Linear.bounded(numbers['count']) * Linear.bounded(numbers['rows'])

        def self.offsets(numbers, spot)
          rows = spot.steps(numbers['rows'].floor, along: spot.other) { |step| step * numbers['row_pitch'] }
          Linear.offsets(numbers, spot).then do |own|
            rows.flat_map do |across|
              own.map do |along|
                [along[0] + across[0], along[1] + across[1]]
              end
            end
          end
        end
      end
    end
  end
end
