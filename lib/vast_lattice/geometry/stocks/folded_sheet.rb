# frozen_string_literal: true

module VastLattice
  module Geometry
    module Stocks
      # A sheet that bends fold: a base of outside width and height. Flanges are features of kind bend.
      module FoldedSheet
        MEASURES = [Family::Measure.new(name: 'width', label: 'width outside'), Family::Measure.new(name: 'height',
                                                                                                    label: 'height outside'),
                    Family::Measure.new(name: 'thickness', label: 'gauge'),
                    Family::Measure.new(name: 'bend_radius', label: 'inner bend radius', least: :zero)].freeze

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
