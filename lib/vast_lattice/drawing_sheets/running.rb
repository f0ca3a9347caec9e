# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # Dimensions along one line from a common origin (superimposed running dimensioning, ISO 129-1): a circle at the origin, an arrow at
    # each place, its text along its extension line past the line; texts that would meet are moved on.
    class Running
      ORIGIN = 1.0
      # From one text to the next, and from the line to where extension lines end and texts begin, mm.
      PITCH = 4.0
      BEND = 1.0
      PAST = 2.6
      TEXTS = 3.4

      # +runs+ are Places::Runs in mm of the paper, from the lower left corner of the view.
      def initialize(runs)
        @runs = runs.sort_by(&:at)
      end

      def empty? = @runs.empty?

      # How far its line was dragged away, mm; 0 where it was not.
      def away = @runs.filter_map(&:away).max || 0.0
      def places = empty? ? [] : [0.0, *@runs.map(&:at)]

      # How far it goes past its line, and along it.
      def depth = TEXTS + @runs.map { |run| text(run, 0, 0).width }.max + 1
      def reach = shifted.last + (PITCH / 2)

      # Marks with the line at a distance across, all as if it lay.
      def marks(at)
        first = @runs.first
        last = @runs.last
        origin = [stroke([0.0, first.foot + 1], [0.0, at + PAST], first), stroke([0.0, at], [last.at, at], last),
                  Drawing::Marks::Arc.new(centre: [0.0, at], radius: ORIGIN, role: :dimension)]
        origin + @runs.zip(shifted).flat_map { |run, place| of(run, place, at) }
      end

      private

      # Where texts stand, in the order of their places.
      def shifted
        @shifted ||= @runs.each_with_object([]) { |run, found| found << [run.at, (found.last || -PITCH) + PITCH].max }
      end

      def of(run, place, at)
        ring = Arrowhead.ring([run.at, at], [1, 0], Dimensioned::ARROW, Dimensioned::SLOPE)
        [stroke([run.at, run.foot + 1], [run.at, at + BEND], run), stroke([run.at, at + BEND], [place, at + PAST], run),
         Drawing::Marks::Area.new(rings: [ring], owner: run.feature.name, of: run.of),
         text(run, place + (Dimensioned::TEXT / 2), at + TEXTS)]
      end

      def text(run, x, y)
        Drawing::Marks::Text.new(at: [x, y], words: run.text, height: Dimensioned::TEXT, turn: 90, owner: run.feature.name, of: run.of)
      end

      def stroke(from, till, run)
        Drawing::Marks::Line.new(from: from, till: till, role: :dimension, owner: run.feature.name, of: run.of)
      end
    end
  end
end
