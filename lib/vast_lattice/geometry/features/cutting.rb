# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # What cuts of one outline have in common. A kind that extends this gives +loop+: its outline about the
      # origin, or nil where its dimensions are impossible.
      module Cutting
        DEPTH = Family::Measure.new(name: 'depth', label: 'depth', optional: true, hint: 'through')
        THROUGH = Family::Measure.new(name: 'through', label: 'goes through', kind: 'choice', choices: %w[wall part], default: 'wall')

        include Kind

        def role = :cut

        # The Layers that it takes away about the origin of its seat, or nil.
        def layers(numbers, seat)
          loop = loop(numbers)
          loop && [Layer.straight(loop, seat.cut_to(numbers), seat.over)]
        end
      end
    end
  end
end
