# frozen_string_literal: true

module VastLattice
  module Geometry
    module Stocks
      # A bar: a section, open or hollow, cut to length, its ends square or mitred. It lies along x; its section
      # stands in y (height) and z (width).
      module Bar
        extend Kind

        LENGTH = Family::Measure.new(name: 'length', label: 'length', begins: '300 mm')
        HEIGHT = Family::Measure.new(name: 'height', label: 'height', begins: '60 mm')
        WIDTH = Family::Measure.new(name: 'width', label: 'width', begins: '40 mm')
        DIAMETER = Family::Measure.new(name: 'diameter', label: 'diameter', begins: '40 mm')
        ACROSS = Family::Measure.new(name: 'across_flats', label: 'width across flats', begins: '30 mm')
        THICKNESS = Family::Measure.new(name: 'thickness', label: 'thickness', begins: '4 mm')
        FLANGE = Family::Measure.new(name: 'flange_thickness', label: 'flange thickness', begins: '5 mm')
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
