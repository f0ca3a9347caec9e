# frozen_string_literal: true

module VastLattice
  module Geometry
    module Stocks
      # A flat plate: an outline and a thickness. Its frame has the origin at the lower left.
      module Plate
        THICKNESS = Family::Measure.new(name: 'thickness', label: 'thickness')
        OUTLINES = {
          'rectangle' => [Family::Measure.new(name: 'width', label: 'width'), Family::Measure.new(name: 'height', label: 'height'),
                          THICKNESS],
          'round' => [Family::Measure.new(name: 'diameter', label: 'diameter'), THICKNESS]
        }.freeze

        def self.name = 'plate'
        def self.title = 'Plate'
        def self.outlines = OUTLINES.keys

        # The outline's name, rectangle where none is given; nil for an unknown one.
        def self.outline(name) = name.nil? ? 'rectangle' : outlines.find { |known| known == name }

        def self.measures(outline) = OUTLINES.fetch(outline)

        # The Loop of the outline; +measures+ in mm by name.
        def self.loop(outline, measures)
          if outline == 'round'
            diameter = measures['diameter']
            Loop.circle(diameter).move(diameter / 2, diameter / 2)
          else
            width, height = measures.values_at('width', 'height')
            Loop.rectangle(width, height).move(width / 2, height / 2)
          end
        end
      end
    end
  end
end
