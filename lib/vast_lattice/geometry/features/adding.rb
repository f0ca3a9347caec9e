# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # What kinds that add material on a wall have in common: an outline and a height.
      module Adding
        RISE = Family::Measure.new(name: 'rise', label: 'height over the face')

        include Kind

        def role = :add
        def operation = 'weld'

        # A little into the wall, so that nothing lies between.
        def layers(numbers, _seat)
          loop = loop(numbers)
          loop && [Layer.straight(loop, 0.0, numbers['rise'])]
        end
      end
    end
  end
end
