# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # A slot with round ends; +length+ is over all.
      module Slot
        extend Cutting

        ANGLE = Family::Measure.new(name: 'angle', label: 'angle', unit: 'deg', default: '0', least: :any)
        MEASURES = [Family::Measure.new(name: 'length', label: 'length over all', begins: '30 mm'), Family::Measure.new(name: 'width',
                                                                                                                        label: 'width'),
                    ANGLE, Cutting::DEPTH, Cutting::THROUGH].freeze

        def self.name = 'slot'
        def self.title = 'Slot'
        def self.measures = MEASURES

        # The outline about the origin; nil where the slot is shorter than wide.
        def self.loop(measures)
          length, width, angle = measures.values_at('length', 'width', 'angle')
          length > width ? Loop.slot(length, width, angle) : nil
        end

        # What is written at it in a drawing; +texts+ by measure.
        def self.callout(texts) = "#{texts['length']} × #{texts['width']}"
      end
    end
  end
end
