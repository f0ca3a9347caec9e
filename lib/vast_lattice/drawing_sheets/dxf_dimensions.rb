# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # Dimensions of pages as DXF has them, so that programs for drawing can change them: each with a block of what it looks like, and a
    # style for each scale, by which it measures in mm of the model. By the public reference of the format, from memory.
    class DXFDimensions
      # The line at right angles to where it measures, told from the middle of its text.
      ROTATED = 0
      OWN_BLOCK = 32
      TEXT_PLACED = 128
      private_constant :ROTATED, :OWN_BLOCK, :TEXT_PLACED

      # +apart+ is what is between pages, mm.
      def initialize(pages, apart)
        at = 0.0
        found = pages.flat_map do |page|
          over = at
          at += page.size.width + apart
          page.views.flat_map { |view| view.measures.map { |measure| [view, measure.placed(over, 0.0)] } }
        end
        @found = found.each_with_index.to_h { |(view, measure), index| ["*D#{index + 1}", [view, measure]] }
        @pages = pages
      end

      # Marks of the blocks that they look like, by name.
      def blocks = @found.transform_values { |_, measure| measure.marks }

      # Styles by name: sizes in mm of the paper, what is measured in mm of the model.
      def styles
        @found.values.map(&:first).uniq(&:scale).to_h do |view|
          [style(view), [[41, Dimensioned::ARROW], [42, 1.0], [44, 1.5], [140, Dimensioned::TEXT], [144, 1 / view.scale], [73, 0], [74, 0],
                         [77, 1], [78, 8], [271, 4], [278, 46]]]
        end
      end

      # Marks around a view but those of its dimensions.
      def without(view)
        return view.around if @pages.empty?

        own = view.measures.flat_map(&:marks).to_set
        view.around.reject { |mark| own.include?(mark) }
      end

      # Pairs of each DIMENSION after those that any entity has.
      def all = @found.map { |name, (view, measure)| pairs(name, view, measure) }

      private

      def style(view) = "SCALE_#{Scale.text(view.scale).tr('^A-Za-z0-9', '_')}"

      # What its text would be without being told, where it is just that: it follows then what is changed.
      def words(view, measure)
        measured = format('%.4f', measure.length / view.scale).sub(/\.?0+\z/, '')
        measured == measure.words ? '' : measure.words
      end

      def pairs(name, view, measure)
        [[2, name], *point(10, measure.line), *point(11, measure.text), [70, ROTATED + OWN_BLOCK + TEXT_PLACED], [1, words(view, measure)],
         [71, 5], [42, measure.length / view.scale], [3, style(view)], [100, 'AcDbAlignedDimension'], *point(13, measure.from),
         *point(14, measure.till), [50, measure.upright ? 90.0 : 0.0], [100, 'AcDbRotatedDimension']]
      end

      def point(code, place) = DXFWriter.point(code, place)
    end
  end
end
