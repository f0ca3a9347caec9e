# frozen_string_literal: true

module VastLattice
  module Geometry
    module Features
      # Engraved text, as an annotation: it is drawn and listed, but takes no material away.
      module Engraving
        extend Marking

        MEASURES = [Marking::TEXT, Family::Measure.new(name: 'letter_height', label: 'height of letters', default: '5 mm'), Slot::ANGLE].freeze
        # Width of a letter to its height, about that of ISO 3098 lettering (from memory).
        LETTER = 0.7

        def self.name = 'engraving'
        def self.title = 'Engraved text'
        def self.measures = MEASURES
        def self.operation = 'engrave'

        # The box of the text about the origin.
        def self.loop(measures)
          height = measures['letter_height']
          Loop.rectangle([measures['text'].size, 1].max * height * LETTER, height).turn(measures['angle'])
        end

        def self.callout(texts) = texts['text']
      end
    end
  end
end
