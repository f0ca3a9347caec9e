# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # A sheet that is drawn: its Size, its +views+ (Placed) and all +other+ marks (Drawing::Marks) in mm from its lower left corner, its
    # +scale+ and its number of so many.
    class Page < Value.with(:size, :title, :scale, views: [], other: [], number: 1, of: 1)
      INK = '#1d2733'
      # Widths of lines by role, mm (ISO 128-2, line group 0.5; the frame by ISO 5457), and their dashes: drawn, left out, …
      WIDTHS = { visible: 0.5, cut: 0.5, frame: 0.7, thick: 1.0, hatch: 0.18 }.freeze
      DASHES = { hidden: [3.0, 1.5], centre: [6.0, 1.0, 0.5, 1.0], bend: [6.0, 1.0, 0.5, 1.0],
                 phantom: [6.0, 1.0, 0.5, 1.0, 0.5, 1.0] }.freeze

      def self.width_of(role) = WIDTHS.fetch(role, 0.25)

      # All of it, the views first: what is said of them stands before them.
      def marks = [*views.flat_map(&:marks), *other]
    end
  end
end
