# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # A hole with a conical recess.
      module CountersunkHole
        extend Cutting

        MEASURES = [Hole::DIAMETER, Family::Measure.new(name: 'head_diameter', label: 'countersink diameter', begins: '18 mm'),
                    Family::Measure.new(name: 'angle', label: 'countersink angle', unit: 'deg', default: '90 deg'), Cutting::DEPTH, Cutting::THROUGH].freeze

        def self.name = 'countersunk_hole'
        def self.title = 'Countersunk hole'
        def self.measures = MEASURES
        def self.loop(measures) = measures['head_diameter'] > measures['diameter'] ? Loop.circle(measures['head_diameter']) : nil

        def self.layers(numbers, seat)
          wide, narrow, angle = numbers.values_at('head_diameter', 'diameter', 'angle')
          return unless wide > narrow && angle.between?(10, 170)

          sink = -(wide - narrow) / 2 / Math.tan(angle * Math::PI / 360)
          low = seat.cut_to(numbers)
          # In a thin wall the cone goes right through.
          if low >= sink
            through = wide - (2 * -low * Math.tan(angle * Math::PI / 360))
            return [collar(wide, seat), Layer.tapered(through, wide, low, 0.0)]
          end

          [collar(wide, seat), Layer.tapered(narrow, wide, sink, 0.0), Layer.straight(Loop.circle(narrow), low, sink)]
        end

        def self.callout(texts) = "⌀#{texts['diameter']} / ⌀#{texts['head_diameter']} × #{texts['angle']}°"

        # Clears the surface.
        def self.collar(wide, seat) = Layer.straight(Loop.circle(wide), 0.0, seat.over)
        private_class_method :collar
      end
    end
  end
end
