# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # What annotations have in common: they are drawn where they are, and change no solid.
      module Marking
        TEXT = Family::Measure.new(name: 'text', label: 'text', kind: 'text')

        include Kind

        def role = :mark
        def layers(_numbers, _seat) = []
      end
    end
  end
end
