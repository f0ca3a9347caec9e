# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    module Kinds
      # A view in space, from the front, the right and above (isometric, ISO 5456-3): what is hidden is left out, and faces have the colour
      # of their part where there are not too many bodies for it.
      class Space < Captioned
        KIND = 'space'
        TITLE = 'View in space'
        FRAME = Geometry::Frame.at([0.0, 0.0, 0.0], [1 / Math.sqrt(2), 0.0, -1 / Math.sqrt(2)],
                                   [-1 / Math.sqrt(6), 2 / Math.sqrt(6), -1 / Math.sqrt(6)])

        def frame = FRAME

        # Nothing is said of what says itself.
        def caption(scale, own) = own ? Scale.text(scale) : nil

        private

        def worked_out
          lines = product.lines(bodies, frame, hidden: false)
          product.few?(bodies) ? shades + lines : lines
        end

        # The faces, from the furthest to the nearest.
        def shades
          Drawing::Stacked.new(bodies, frame).layers.map do |layer|
            colour = Drawing::Shade.of(bodies[layer.body].colour, layer.seen.tone)
            Drawing::Marks::Area.new(rings: rings(layer), role: :shade, colour: colour)
          end
        end

        def rings(layer)
          return [layer.piece] if layer.piece

          own = layer.seen.loops ? layer.seen.loops.map(&:polygon) : [layer.seen.ring, *layer.seen.holes]
          own.map { |ring| ring.map { |x, y| [x + layer.x, y + layer.y] } }
        end
      end
    end
  end
end
