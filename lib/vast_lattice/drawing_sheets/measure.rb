# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # A dimension on a page as programs for drawing know it: what it measures between (+from+ and +till+, in mm of the paper, where its
    # extension lines begin), a point of its line (+line+), its +words+, the middle of its text, and the +marks+ that it is drawn by.
    class Measure < Value.with(:from, :till, :line, :upright, :words, :text, :marks)
      # That of marks that were laid out as if it lay.
      def self.of(span, at, marks, upright:)
        text = marks.grep(Drawing::Marks::Text).first
        middle = [text.box[0] + text.box[2], text.box[1] + text.box[3]].map { |sum| sum / 2 }
        points = [[span.from, span.feet[0]], [span.till, span.feet[1]], [span.till, at]]
        from, till, line = upright ? points.map(&:reverse) : points
        new(from: from, till: till, line: line, upright: upright, words: span.text, text: middle, marks: marks)
      end

      # How long it is on the paper, mm.
      def length = upright ? (till[1] - from[1]).abs : (till[0] - from[0]).abs

      def placed(over, upwards)
        moved = ->(point) { Drawing::Marks.place(point, 1.0, over, upwards) }
        with(from: moved.call(from), till: moved.call(till), line: moved.call(line), text: moved.call(text),
             marks: marks.map { |mark| mark.placed(1.0, over, upwards) })
      end
    end
  end
end
