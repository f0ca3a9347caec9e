# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # What is written beside views, page by page: where sections go and what details enlarge, letters of features, those of the rows of
    # tables, and the numbers of positions.
    class Lettering
      # +views+ are Kinds::Views, +tables+ PlaceTables of some of them, +said+ is a Said, +positions+ are Quantities::Positions of the parts
      # list, +room+ is the Geometry::Box in which all of it stands.
      def initialize(views, tables, said, positions, room)
        @views = views
        @tables = tables
        @said = said
        @unnumbered = positions
        @room = room
      end

      # Marks on a page with views ([view, Dimensioned, corner], …) on which these marks are already.
      def of(corners, marks)
        called, letters = Callouts.new(corners).of(@views)
        own = [*origins(corners), *called]
        putting = Letters.new([*marks, *own], @room)
        [*own, *letters.flat_map { |letter, at| putting.beside(letter, at) }, *features(corners, putting), *rows(corners, putting),
         *numbers(corners, putting)]
      end

      private

      def features(corners, putting)
        @said.notes.reject { |note| in_table?(note.feature) }.flat_map do |note|
          point = note.feature && note.anchor && on_paper(corners, note.view, note.anchor)
          point ? putting.put(@said.letter(note.feature), point, note.feature.name) : []
        end
      end

      def in_table?(feature) = @tables.any? { |table| table.rows.any? { |row| row.feature.equal?(feature) } }

      # Those of tables whose views are on this page; of each those of which there are few first.
      def rows(corners, putting)
        here = @tables.select { |table| corners.any? { |view, *| view.equal?(table.view) } }
        here.flat_map do |table|
          rows = table.rows.group_by(&:feature).values.sort_by(&:size).flatten
          rows.flat_map { |row| putting.put(row.label, on_paper(corners, table.view, row.point), row.feature.name) }
        end
      end

      # The corners of views that their tables measure from.
      def origins(corners)
        @tables.filter_map { |table| on_paper(corners, table.view, table.view.corner) }.flat_map { |point| PlaceTable.cross(*point) }
      end

      # Of positions, each in the first view in which it is seen and its number has room.
      def numbers(corners, putting)
        numbered(corners).flat_map do |view|
          found = Positions.points(view.lines, @unnumbered).to_h do |number, point, owner|
            [number, putting.number(number, on_paper(corners, view, point), owner)]
          end
          @unnumbered = @unnumbered.reject { |position| found[position.number]&.any? }
          found.values.flatten(1)
        end
      end

      # Of it all, what is drawn apart first.
      def numbered(corners) = corners.map(&:first).select(&:numbered?).partition(&:numbered_first?).flatten(1)

      def on_paper(corners, view, point)
        _, drawn, corner = corners.find { |own, *| own.equal?(view) }
        corner&.zip(drawn.at(point))&.map(&:sum)
      end
    end
  end
end
