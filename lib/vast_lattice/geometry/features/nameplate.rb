# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # A nameplate on a face, as an annotation.
      module Nameplate
        extend Marking

        MEASURES = [CutOut::WIDTH, CutOut::HEIGHT, Marking::TEXT.with(default: '')].freeze

        def self.name = 'nameplate'
        def self.title = 'Nameplate'
        def self.measures = MEASURES
        def self.operation = 'fix'
        def self.loop(measures) = Loop.rectangle(measures['width'], measures['height'])
        def self.callout(texts) = texts['text']
      end
    end
  end
end
