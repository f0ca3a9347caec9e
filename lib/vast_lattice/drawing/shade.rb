# frozen_string_literal: true

module VastLattice
  module Drawing
    # A colour (#rrggbb) made darker for surfaces that turn away from the eye.
    module Shade
      DARKEST = 0.72

      # +tone+ from 0 (edge-on) to 1 (facing).
      def self.of(colour, tone)
        factor = DARKEST + ((1 - DARKEST) * tone.round(2))
        "##{colour.delete('#').scan(/../).map { |part| format('%02x', (part.hex * factor).round) }.join}"
      end
    end
  end
end
