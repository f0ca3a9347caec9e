# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # A sheet size of the A series (ISO 216) with its border, centring marks and grid reference (ISO 5457, from memory: a border of 20 mm
    # for filing and 10 mm elsewhere; fields of about 50 mm, letters without I and O downwards, numbers across). A4 stands upright, the
    # others lie.
    class Size < Value.with(:name, :width, :height, :across, :down)
      FILING = 20.0
      BORDER = 10.0
      # The strip of the grid reference outside of the frame.
      STRIP = 5.0
      LETTERS = (('A'..'Z').to_a - %w[I O]).freeze

      ALL = { 'A4' => [210.0, 297.0, 4, 6], 'A3' => [420.0, 297.0, 8, 6], 'A2' => [594.0, 420.0, 12, 8],
              'A1' => [841.0, 594.0, 16, 12], 'A0' => [1189.0, 841.0, 24, 16] }
            .to_h do |name, (width, height, across, down)|
        [name,
         new(name: name, width: width, height: height, across: across, down: down)]
      end.freeze

      # What is drawn in: a Geometry::Box.
      def frame = Geometry::Box.new(left: FILING, right: width - BORDER, bottom: BORDER, top: height - BORDER)

      # Marks of the border.
      def marks
        [*rectangle(frame, :frame), *rectangle(outer, :dimension), *centring, *fields]
      end

      private

      def outer
        frame.then { |own| Geometry::Box.new(left: own.left - STRIP, right: own.right + STRIP, bottom: own.bottom - STRIP, top: own.top + STRIP) }
      end

      def rectangle(box, role)
        corners = [[box.left, box.bottom], [box.right, box.bottom], [box.right, box.top], [box.left, box.top]]
        corners.each_index.map { |index| Drawing::Marks::Line.new(from: corners[index - 1], till: corners[index], role: role) }
      end

      # From the strip 10 mm into the frame, in the middle of the trimmed sheet.
      def centring
        x = width / 2
        y = height / 2
        own = frame
        # On an upright sheet the title block stands at the lower one.
        low = across < down ? own.bottom : own.bottom + 5
        ends = [[[x, outer.bottom], [x, low]], [[x, outer.top], [x, own.top - 5]],
                [[outer.left, y], [own.left + 5, y]], [[outer.right, y], [own.right - 5, y]]]
        ends.map { |from, till| Drawing::Marks::Line.new(from: from, till: till, role: :frame) }
      end

      # Fields are counted from the middle outwards, so that the middle is between two of them.
      def fields
        own = frame
        numbers = places(width / 2, across, own.left, own.right).each_with_index.flat_map do |(from, till), index|
          [own.bottom - STRIP, own.top].flat_map do |y|
            [*text((index + 1).to_s, (from + till) / 2, y + 0.8), *tick([till, y], [till, y + STRIP], till < own.right - 1)]
          end
        end
        numbers + places(height / 2, down, own.bottom, own.top).reverse.each_with_index.flat_map do |(from, till), index|
          letters(from, till, index)
        end
      end

      def letters(from, till, index)
        [frame.left - STRIP, frame.right].flat_map do |x|
          [*text(LETTERS[index], x + (STRIP / 2), ((from + till) / 2) - 1.7), *tick([x, from], [x + STRIP, from], from > frame.bottom + 1)]
        end
      end

      # [from, till] of each field, the outermost up to the frame.
      def places(middle, count, low, high)
        inner = Array.new(count - 1) { |index| middle + ((index + 1 - (count / 2)) * 50.0) }
        [low, *inner.select { |at| at > low + 8 && at < high - 8 }, high].each_cons(2).to_a
      end

      def text(words, x, y) = [Drawing::Marks::Text.new(at: [x, y], words: words, height: 3.5, anchor: :middle, role: :frame)]
      def tick(from, till, wanted) = wanted ? [Drawing::Marks::Line.new(from: from, till: till, role: :dimension)] : []
    end
  end
end
