# frozen_string_literal: true

module VastLattice
  module Drawing
    # A picture on the screen as data: the +marks+ of a Canvas, the Paper that says where mm of the model come to lie, its +width+ and
    # +height+ in px, a +label+ that is read out, whether it is +interactive+, what a page is told +about+ it, and how +strokes+ look
    # (Strokes).
    View = Struct.new(:marks, :paper, :width, :height, :label, :interactive, :about, :strokes, keyword_init: true) do
      def initialize(interactive: false, about: {}, strokes: Strokes::BY_ROLE, **) = super

      def to_svg = ScreenWriter.new(self).write
    end
  end
end
