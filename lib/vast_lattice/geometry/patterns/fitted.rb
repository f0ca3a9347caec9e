# frozen_string_literal: true

module VastLattice
  module Geometry
    module Patterns
      # As many as fit between margins at a pitch of at most so much, evenly spread from the one margin to the
      # other. The position along the pattern plays no part.
      module Fitted
        MEASURES = [Family::Measure.new(name: 'pitch', label: 'pitch at most', begins: '100 mm'),
                    Family::Measure.new(name: 'margin', label: 'margin at left or bottom', least: :any, begins: '50 mm'),
                    Family::Measure.new(name: 'end_margin', label: 'margin at right or top', optional: true, least: :any,
                                        hint: 'the same')].freeze

        def self.name = 'fitted'
        def self.title = 'row fitted between margins'
        def self.measures = MEASURES
        def self.spans? = true

        # One at least, if its margins leave any room at all.
        def self.count(numbers, length)
          room = room(numbers, length)
          room.negative? ? 0 : Linear.bounded(Rounding.of(room / numbers['pitch']).clamp(0.0, 1e12).ceil.to_f) + 1
        end

        def self.offsets(numbers, spot)
          length = spot.length
          count = count(numbers, length)
          first = numbers['margin'] - spot.position
          return [spot.offset(spot.along, first)] if count == 1

          pitch = room(numbers, length) / (count - 1)
          Array.new(count) { |index| spot.offset(spot.along, first + (index * pitch)) }
        end

        def self.room(numbers, length) = length - numbers['margin'] - (numbers['end_margin'] || numbers['margin'])
        private_class_method :room
      end
    end
  end
end
