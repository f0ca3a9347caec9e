# frozen_string_literal: true

module VastLattice
  module Drawing
    # The flat pattern of a folded sheet for the screen: its outline, the openings where they come to lie, bend lines with their angle,
    # direction and inner radius, and the length and width of the sheet that it needs.
    class FlatView
      MARGIN = 46.0

      ABOVE = 16.0
      BELOW = 44.0

      # +height+ of the picture as of ModelView.
      def initialize(solid, width: 560.0, tallest: ModelView::TALLEST, height: nil, interactive: false, display: Units::Display::AS_SET, **)
        @solid = solid
        @flat = solid.blank.flat
        @width = width
        @wanted = height
        @tallest = tallest
        @interactive = interactive
        @display = display
        @canvas = Canvas.new
      end

      # Width and height of the sheet, mm.
      def size = @flat.size(rings)

      # The View.
      def view
        lay_out
        @canvas.shape(:face, rings: rings.flat_map { |outer, holes| [outer, *holes] }, colour: @solid.colour)
        @canvas.shape(:bend, lines: @flat.bends.map { |bend| bend.line.each_slice(2).to_a })
        features
        dimensions
        @notes.draw(@canvas, @paper.y(@box.bottom) + BELOW) do |note, drawing|
          @canvas.group(class: 'dimension', data_dimensions_of: note.feature, &drawing)
        end
        View.new(marks: @canvas.marks, paper: @paper, width: @width, height: @height, label: "Flat pattern of #{@solid.part.title}",
                 interactive: @interactive)
      end

      # The outer rings with their holes, without the openings of features.
      def rings = @rings ||= @flat.rings

      # "90° to the front, R3"
      def bend_notes
        @flat.bends.map do |bend|
          from_x, from_y, till_x, till_y = bend.line
          angle = Units::Format.number(bend.angle)
          Notes::Note.new(feature: bend.name, text: "#{angle}° to the #{bend.direction}, R#{@display.drawn(bend.radius)}",
                          anchor: [(from_x + till_x) / 2, (from_y + till_y) / 2])
        end
      end

      # Where the openings of features come to lie: {feature => [Loop, …]}.
      def openings
        shown = @solid.features.select { |feature| feature.shown? && feature.loops.any? && @flat.panel_of(feature.wall) }
        shown.to_h { |feature| [feature, feature.loops.map { |loop| @flat.laid(loop, feature.wall.frame, feature.wall) }] }
      end

      private

      def lay_out
        xs, ys = rings.flat_map(&:first).transpose
        @box = Geometry::Box.new(left: xs.min, right: xs.max, bottom: ys.min, top: ys.max)
        room = { left: MARGIN, right: MARGIN, above: ABOVE, below: BELOW }
        @paper = Paper.fitting(@box, room, width: @width, height: @wanted, tallest: @tallest, least: ModelView::LEAST)
        @notes = Notes.new(bend_notes, @width)
        @height = [@wanted || 0, @paper.y(@box.bottom) + BELOW + @notes.lay_out(@paper)].max
      end

      def features
        openings.each do |feature, loops|
          @canvas.feature(feature, interactive: @interactive) { @canvas.shape(:opening, loops: loops) }
        end
      end

      def dimensions
        lines = DimensionLines.new(@canvas, @width, @height)
        left = @paper.x(@box.left)
        right = @paper.x(@box.right)
        bottom = @paper.y(@box.bottom)
        top = @paper.y(@box.top)
        wide, high = size.map { |amount| @display.drawn(amount.round(2)) }
        lines.horizontal(left, right, bottom + 26, [bottom, bottom], wide)
        lines.vertical(bottom, top, left - 24, [left, left], high)
      end
    end
  end
end
