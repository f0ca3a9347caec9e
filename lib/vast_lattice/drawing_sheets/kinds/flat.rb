# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    module Kinds
      # The flat pattern of a folded sheet with its openings, bend lines, and what is bent how.
      class Flat < Captioned
        KIND = 'flat'
        TITLE = 'Flat pattern'

        # What it measures over all.
        def self.measured = { 'yes' => 'yes', 'no' => 'no' }

        def drawn? = !solid.nil? && super
        def frame = nil

        # What each bend is: "90° to the front, R3".
        def notes
          drawing.bend_notes.map { |note| [solid.feature(note.feature), note.text, note.anchor] }
        end

        private

        def solid = @solid ||= bodies.find { |body| body.part.stock.kind == 'folded_sheet' }
        def drawing = @drawing ||= Drawing::FlatView.new(solid, display: product.outcome.display)

        def worked_out
          bends = solid.blank.flat.bends.map do |bend|
            Drawing::Marks::Line.new(from: bend.line.first(2), till: bend.line.last(2), role: :bend, owner: bend.name)
          end
          [*outline, *openings, *bends]
        end

        def outline
          drawing.rings.flat_map do |outer, _|
            outer.each_index.map { |index| Drawing::Marks::Line.new(from: outer[index - 1], till: outer[index]) }
          end
        end

        def openings
          drawing.openings.flat_map { |feature, loops| loops.flat_map { |loop| Drawing::Marks.of_loop(loop, owner: feature.name) } }
        end

        def overall = dimensions? ? drawing.size.map { |amount| product.outcome.display.drawn(amount.round(2)) } : []
      end
    end
  end
end
