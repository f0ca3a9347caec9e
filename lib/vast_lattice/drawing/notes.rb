# frozen_string_literal: true

module VastLattice
  module Drawing
    # What a drawing says in words below the part, each note with a leader to what it speaks of (ISO 128-22): the sizes of
    # features, of their patterns, and of the stock as far as no dimension line gives them. Notes are packed into lines in
    # which they do not meet; one that is wider than the picture is broken at its commas.
    class Notes
      LINE = 15.0
      # Between two notes, and to the edges of the picture, px.
      APART = 14.0
      EDGE = 4.0
      # Radius of the dot of a leader, px.
      DOT = 1.6

      # +anchor+ is in mm of the view, or nil for what has no leader; +lines+ are the broken text; the rest is laid out.
      Note = Struct.new(:feature, :text, :anchor, :names, :lines, :left, :line, keyword_init: true) do
        def width = lines.map { |text| DimensionLines.length(text) }.max
        def right = left + width
      end

      # +told+ are Notes with feature, text, anchor and names; +width+ is that of the picture, px.
      def initialize(told, width)
        @width = width
        @notes = told.each { |note| note.lines = broken(note.text) }
      end

      # Lays them out for a Paper; their height in px.
      def lay_out(paper)
        @paper = paper
        taken = []
        @notes.sort_by { |note| note.anchor ? note.anchor.first : -Float::INFINITY }.each { |note| put(note, taken) }
        taken.size * LINE
      end

      # Draws them from a height on, leaders first: they pass below the texts of others. The block wraps the drawing of each
      # text, which it is given.
      def draw(canvas, top)
        leaders = @notes.select(&:anchor)
        leaders.each { |note| leader(canvas, note, top) }
        @notes.each { |note| yield(note, -> { write(canvas, note, top) }) }
      end

      private

      # The first lines in which there is room for a note.
      def put(note, taken)
        middle = note.anchor ? @paper.x(note.anchor.first) : 0
        note.left = (middle - (note.width / 2)).clamp(EDGE, [@width - EDGE - note.width, EDGE].max)
        note.line = (0..).find { |line| note.lines.each_index.all? { |index| room?(note, taken[line + index]) } }
        note.lines.each_index { |index| (taken[note.line + index] ||= []) << note }
        taken.map! { |line| line || [] }
      end

      def room?(note, others)
        others.to_a.none? { |other| note.left - APART < other.right && other.left < note.right + APART }
      end

      def write(canvas, note, top)
        note.lines.each_with_index do |text, index|
          canvas.words(:dimension_text, [note.left + (note.width / 2), top + ((note.line + index) * LINE) + 11], text)
        end
      end

      # From a dot at what is meant to the text.
      def leader(canvas, note, top)
        x = @paper.x(note.anchor[0])
        y = @paper.y(note.anchor[1])
        in_text = [6.0, note.width / 2].min
        canvas.line(:leader, [x, y], [x.clamp(note.left + in_text, note.right - in_text), top + (note.line * LINE) + 1])
        canvas.dot(:arrow, [x, y], DOT)
      end

      # A text in lines that the picture is wide enough for: broken at commas, then at blanks, at worst anywhere.
      def broken(text)
        most = [((@width - (2 * EDGE) - 4) / DimensionLines::LETTER).floor, 8].max
        text.split(/(?<=, )/).flat_map { |piece| piece.size > most ? piece.scan(/.{1,#{most}}(?:\s|\z)|\S{1,#{most}}/) : [piece] }
            .each_with_object(['']) { |piece, lines| (lines.last + piece).rstrip.size > most ? lines << piece.dup : lines[-1] += piece }
            .map(&:strip)
      end
    end
  end
end
