# frozen_string_literal: true

module VastLattice
  module Geometry
    module Stocks
      # A bar: a section, open or hollow, cut to length, its ends square or mitred. It lies along x; its section
      # stands in y (height) and z (width).
      module Bar
        LENGTH = Family::Measure.new(name: 'length', label: 'length')
        HEIGHT = Family::Measure.new(name: 'height', label: 'height')
        WIDTH = Family::Measure.new(name: 'width', label: 'width')
        DIAMETER = Family::Measure.new(name: 'diameter', label: 'diameter')
        ACROSS = Family::Measure.new(name: 'across_flats', label: 'width across flats')
        THICKNESS = Family::Measure.new(name: 'thickness', label: 'thickness')
        FLANGE = Family::Measure.new(name: 'flange_thickness', label: 'flange thickness')
        ROOT = Family::Measure.new(name: 'root_radius', label: 'root radius', default: '0', least: :zero)
        CORNER = Family::Measure.new(name: 'corner_radius', label: 'outer corner radius', optional: true, least: :zero)
        MITRES = %w[left right].map do |side|
          Family::Measure.new(name: "#{side}_mitre", label: "#{side} mitre", unit: 'deg', default: '0', least: :any)
        end.freeze

        OUTLINES = { 'round' => [DIAMETER], 'hexagonal' => [ACROSS], 'rectangular' => [HEIGHT, WIDTH], 'angle' => [HEIGHT, WIDTH,
                                                                                                                   THICKNESS, ROOT],
                     'channel' => [HEIGHT, WIDTH, THICKNESS, FLANGE, ROOT], 'tee' => [HEIGHT, WIDTH, THICKNESS, FLANGE, ROOT],
                     'beam' => [HEIGHT, WIDTH, THICKNESS, FLANGE, ROOT], 'hollow' => [HEIGHT, WIDTH, THICKNESS, CORNER],
                     'tube' => [DIAMETER, THICKNESS] }.freeze

        def self.name = 'bar'
        def self.title = 'Bar'
        def self.outlines = OUTLINES.keys
        def self.dimensions(outline) = [*OUTLINES.fetch(outline), LENGTH, *MITRES]
        def self.lists(_outline) = {}

        def self.draft(_stock, outline, numbers)
          Drafts::BarDraft.new(BarSections.section(outline, numbers), numbers['length'], *numbers.values_at('left_mitre', 'right_mitre'))
        end
      end
    end
  end
end
