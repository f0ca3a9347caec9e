# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # Corners of an outline rounded or cut off. +corners+ lists their names: top_left, bottom_right …, all, or
      # the names that points of the outline have.
      module Corner
        extend Reshaping

        MEASURES = [Family::Measure.new(name: 'corners', label: 'corners', kind: 'text', default: 'all'),
                    Family::Measure.new(name: 'form', label: 'form', kind: 'choice', choices: %w[radius chamfer], default: 'radius'),
                    Family::Measure.new(name: 'size', label: 'size', begins: '5 mm')].freeze

        def self.name = 'corner'
        def self.title = 'Corner'
        def self.measures = MEASURES
        def self.operation = :none
        def self.stocks = %w[plate folded_sheet]

        def self.reshape(draft, feature, numbers)
          all = numbers['corners'].strip.casecmp?('all')
          draft.corners(all ? nil : numbers['corners'].split(/[\s,]+/), numbers['size'], arc: numbers['form'] == 'radius',
                                                                                         wall: feature.face)
        end

        def self.callout(texts) = "#{texts['form'] == 'radius' ? 'R' : 'C'}#{texts['size']}"
      end
    end
  end
end
