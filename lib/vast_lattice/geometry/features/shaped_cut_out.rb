# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # An opening of any outline (OutlineText), as drawn or as large as is said.
      module ShapedCutOut
        extend Cutting

        OUTLINE = Family::Measure.new(name: 'outline', label: 'outline', kind: 'text', begins: '0 0; 40 0; 40 10; 20 25; 0 10')
        WIDTH = Family::Measure.new(name: 'width', label: 'width', optional: true, hint: 'as drawn')
        HEIGHT = Family::Measure.new(name: 'height', label: 'height', optional: true, hint: 'as drawn')
        MEASURES = [OUTLINE, WIDTH, HEIGHT, Slot::ANGLE, Cutting::DEPTH, Cutting::THROUGH].freeze

        def self.name = 'shaped_cut_out'
        def self.title = 'Cut-out of any shape'
        def self.measures = MEASURES

        # About the middle of its box.
        def self.loop(measures)
          OutlineText.sized(OutlineText.read(measures['outline'].to_s), measures['width'], measures['height']).turn(measures['angle'])
        end

        def self.callout(texts) = [texts['width'], texts['height']].compact.reject(&:empty?).join(' × ')
      end
    end
  end
end
