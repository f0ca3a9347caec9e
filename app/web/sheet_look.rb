# frozen_string_literal: true

module VastLattice
  module Web
    # A drawing sheet of a variant for a page: its pictures, where its views are, its dimensions, and what is not as its template says.
    class SheetLook
      # What a feature has in a view that can be said from an edge, in a chain, or from one origin.
      PLACES = %w[horizontal vertical].freeze
      private_constant :PLACES

      # +drawn+ is DrawingSheets::Composed, +sheet+ its Family::DrawingSheet.
      def initialize(drawn, sheet)
        @drawn = drawn
        @sheet = sheet
      end

      def to_tree
        notes = @sheet.dimensions.select { |own| own.of == 'note' }.to_h { |own| [own.feature, own.text] }
        about.merge('pages' => @drawn.pages.map { |page| page_tree(page) }, 'room' => sides(@drawn.room), 'notes' => notes,
                    'dimensions' => @drawn.dimensions.map { |one| dimension(one) })
      end

      # Its first page alone.
      def in_short = about.merge('svg' => svg(@drawn.pages.first))

      private

      def about
        first = @drawn.pages.first
        { 'size' => first.size.name, 'scale' => DrawingSheets::Scale.text(first.scale), 'count' => @drawn.pages.size,
          'remarks' => @drawn.remarks.map(&:to_s) }
      end

      def svg(page) = DrawingSheets::SVGWriter.new(page).write

      def page_tree(page)
        { 'svg' => svg(page), 'width' => page.size.width, 'height' => page.size.height,
          'views' => page.views.map { |view| view_tree(view) } }
      end

      def view_tree(view)
        { 'name' => view.name, 'title' => view.title, 'scale' => DrawingSheets::Scale.text(view.scale), 'outline' => sides(view.outline),
          'box' => sides(view.box), 'upright_from' => view.upright_from }
      end

      # mm from the lower left corner of the paper.
      def sides(box) = %w[left bottom right top].to_h { |side| [side, box.public_send(side).round(3)] }

      def dimension(one)
        chosen = @sheet.dimension(one.feature.name, one.of)
        { 'feature' => one.feature.name, 'title' => one.feature.feature.title, 'of' => one.of, 'words' => one.words, 'text' => one.text,
          'shown' => chosen.shown != 'no', 'place' => PLACES.include?(one.of), 'way' => chosen.shown,
          'tolerance' => chosen.tolerance, 'moved' => !chosen.away.nil? }
      end
    end
  end
end
