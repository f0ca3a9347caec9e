# frozen_string_literal: true

module VastLattice
  module Geometry
    module Patterns
      # A second instance mirrored about the middle of the face, along the direction; and across it too, where
      # +both+ is yes.
      module Mirrored
        MEASURES = [Family::Measure.new(name: 'both', label: 'across as well', kind: 'choice', choices: %w[no yes], default: 'no')].freeze

        def self.name = 'mirrored'
        def self.title = 'mirrored about the middle'
        def self.measures = MEASURES
        def self.spans? = true
        def self.count(numbers, _length) = numbers['both'] == 'yes' ? 4 : 2

        def self.offsets(numbers, spot)
          own = [[0.0, 0.0], mirror(spot, spot.along)]
          return own unless numbers['both'] == 'yes'

          across = mirror(spot, spot.other)
          own + own.map { |x, y| [x + across[0], y + across[1]] }
        end

        def self.mirror(spot, along) = spot.offset(along, spot.length(along) - (2 * spot.position(along)))
        private_class_method :mirror
      end
    end
  end
end
