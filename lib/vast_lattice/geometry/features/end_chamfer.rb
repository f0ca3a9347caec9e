# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # The edge at an end of a turned part, chamfered: +size+ along the axis, at an angle to it.
      module EndChamfer
        extend Reshaping

        MEASURES = [Shoulder::SIDE, Family::Measure.new(name: 'size', label: 'size', begins: '1 mm'),
                    Family::Measure.new(name: 'angle', label: 'angle', unit: 'deg', default: '45 deg')].freeze

        def self.name = 'end_chamfer'
        def self.title = 'Chamfer of an end'
        def self.measures = MEASURES
        def self.operation = 'turn'
        def self.stocks = %w[turned]

        def self.reshape(draft, feature, numbers)
          left = numbers['end'] == 'left'
          size = numbers['size']
          from = left ? 0.0 : draft.length - size
          radius = draft.radius(left ? size : from)
          narrow = radius - (size * Math.tan(numbers['angle'] * Math::PI / 180))
          raise Impossible.new(Wording[:a_chamfer_of_this_size_leaves_nothing], remedy: Wording[:make_it_smaller]) unless narrow.positive?

          draft.turn_down(from, from + size, *(left ? [narrow, radius] : [radius, narrow]), owner: feature.name)
        end

        def self.callout(texts) = "#{texts['size']} × #{texts['angle']}°"
      end
    end
  end
end
