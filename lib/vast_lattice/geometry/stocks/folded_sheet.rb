# frozen_string_literal: true

module VastLattice
  module Geometry
    module Stocks
      # A sheet that bends fold: a base of outside width and height. Flanges are features of kind bend.
      module FoldedSheet
        extend Kind

        MEASURES = [Family::Measure.new(name: 'width', label: 'width outside', begins: '300 mm'),
                    Family::Measure.new(name: 'height', label: 'height outside', begins: '100 mm'),
                    Family::Measure.new(name: 'thickness', label: 'gauge', begins: '2 mm'),
                    Family::Measure.new(name: 'bend_radius', label: 'inner bend radius', least: :zero, begins: '2 mm')].freeze

        def self.name = 'folded_sheet'
        def self.title = 'Folded sheet'
        def self.outlines = ['rectangle']
        def self.dimensions(_outline) = MEASURES
        def self.lists(_outline) = {}

        def self.draft(_stock, _outline, numbers)
          Drafts::SheetDraft.new(*numbers.values_at('width', 'height', 'thickness', 'bend_radius'),
                                 { horizontal: 'width', vertical: 'height' })
        end
      end
    end
  end
end
