# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # A flange of a folded sheet: bent up or down behind an edge of the base or of another flange. +length+
      # is measured outside.
      module Bend
        extend Reshaping

        MEASURES = [Family::Measure.new(name: 'edge', label: 'edge', kind: 'choice', choices: %w[top bottom left right]),
                    Family::Measure.new(name: 'length', label: 'length outside', begins: '30 mm'),
                    Family::Measure.new(name: 'angle', label: 'angle', unit: 'deg', default: '90 deg'),
                    Family::Measure.new(name: 'direction', label: 'towards', kind: 'choice', choices: %w[front back], default: 'front'),
                    Family::Measure.new(name: 'start_margin', label: 'margin at left or bottom', default: '0', least: :zero),
                    Family::Measure.new(name: 'end_margin', label: 'margin at right or top', default: '0', least: :zero),
                    Family::Measure.new(name: 'relief', label: 'width of reliefs', default: '0', least: :zero),
                    Family::Measure.new(name: 'radius', label: 'inner radius', optional: true, least: :zero, hint: 'as the sheet')].freeze

        def self.name = 'bend'
        def self.title = 'Bend'
        def self.measures = MEASURES
        def self.operation = :none
        def self.stocks = %w[folded_sheet]

        def self.reshape(draft, feature, numbers)
          unless numbers['angle'].between?(
            1, 165
          )
            raise Impossible.new(Wording[:a_bend_by_numbers_degrees_cannot, numbers: Units::Format.number(numbers['angle'].round(3))],
                                 remedy: Wording[:choose_degrees_within])
          end

          draft.bend(name: feature.name, wall: feature.face, edge: numbers['edge'], outside: numbers['length'], angle: numbers['angle'],
                     direction: numbers['direction'], start: numbers['start_margin'], finish: numbers['end_margin'],
                     relief: numbers['relief'],
                     radius: numbers['radius'])
        end

        def self.callout(texts) = "#{texts['length']} × #{texts['angle']}°"
      end
    end
  end
end
