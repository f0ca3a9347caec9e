# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # A through hole for a bolt: its diameter follows from the bolt and the fit.
      module ClearanceHole
        extend Cutting

        # Clearance holes in mm by bolt: fine, medium, coarse series of ISO 273:1979 (from memory).
        ISO_273 = {
          'M3' => [3.2, 3.4, 3.6], 'M4' => [4.3, 4.5, 4.8], 'M5' => [5.3, 5.5, 5.8], 'M6' => [6.4, 6.6, 7.0], 'M8' => [8.4, 9.0, 10.0],
          'M10' => [10.5, 11.0, 12.0], 'M12' => [13.0, 13.5, 14.5], 'M14' => [15.0, 15.5, 16.5], 'M16' => [17.0, 17.5, 18.5],
          'M18' => [19.0, 20.0, 21.0], 'M20' => [21.0, 22.0, 24.0], 'M22' => [23.0, 24.0, 26.0], 'M24' => [25.0, 26.0, 28.0],
          'M27' => [28.0, 30.0, 32.0], 'M30' => [31.0, 33.0, 35.0], 'M33' => [34.0, 36.0, 38.0], 'M36' => [37.0, 39.0, 42.0]
        }.freeze
        FITS = %w[fine medium coarse].freeze
        MEASURES = [Family::Measure.new(name: 'bolt', label: 'bolt', kind: 'choice', choices: ISO_273.keys),
                    Family::Measure.new(name: 'fit', label: 'fit', kind: 'choice', choices: FITS, default: 'medium'), Cutting::THROUGH].freeze

        def self.name = 'clearance_hole'
        def self.title = 'Clearance hole for a bolt'
        def self.measures = MEASURES

        # Diameter in mm.
        def self.diameter(bolt, fit) = ISO_273.fetch(bolt)[FITS.index(fit)]

        def self.loop(measures) = Loop.circle(diameter(measures['bolt'], measures['fit']))
        def self.callout(texts) = "#{texts['bolt']} #{texts['fit']}"
      end
    end
  end
end
