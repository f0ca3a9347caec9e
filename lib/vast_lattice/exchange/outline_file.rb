# frozen_string_literal: true

module VastLattice
  module Exchange
    # Flat parts as they are cut, as DXF: plates and folded sheets laid flat, in mm, one beside the other; layers CUT, BEND, ENGRAVE and
    # MARK. Each line is there once, what is round is an arc.
    class OutlineFile
      # Between two parts, mm.
      APART = 20.0
      Area = Struct.new(:width, :height)
      private_constant :APART, :Area

      # The solids of a Geometry::Model that are flat, each once.
      def self.flat(model)
        model.bodies.map(&:solid).uniq(&:mark).select { |solid| ExactSolids::FlatPiece.of?(solid) }
      end

      # +solids+ are Geometry::Solids that are flat.
      def initialize(solids)
        @pieces = solids.map { |solid| ExactSolids::FlatPiece.new(solid) }
      end

      # Text in ASCII. Raises as ExactSolids.contours.
      def write
        marks = beside
        box = Drawing::Marks.box(marks)
        DrawingSheets::DXFWriter.new([DrawingSheets::Page.new(size: Area.new(box.width, box.height), title: '', scale: 1.0,
                                                              other: marks)]).write
      end

      # Of each piece its marks, in mm of its own.
      def marks = @pieces.zip(ExactSolids.contours(@pieces)).map { |piece, contours| [*contours.flatten, *bends(piece), *written(piece)] }

      private

      def beside
        left = 0.0
        marks.flat_map do |own|
          box = Drawing::Marks.box(own)
          placed = own.map { |mark| mark.placed(1.0, left - box.left, -box.bottom) }
          left += box.width + APART
          placed
        end
      end

      def bends(piece) = piece.bends.map { |name, from, till| Drawing::Marks::Line.new(from: from, till: till, role: :bend, owner: name) }

      # Engraved texts as such; of what else is marked the outline.
      def written(piece)
        piece.marks.flat_map do |feature, loop|
          next Drawing::Marks.of_loop(loop, role: :mark, owner: feature.name) unless feature.numbers.measures['letter_height']

          x, y = loop.box.middle
          height = feature.numbers.measures['letter_height']
          Drawing::Marks::Text.new(at: [x, y - (height / 2)], words: feature.numbers.measures['text'].to_s, height: height, anchor: :middle,
                                   turn: feature.numbers.measures['angle'].to_f, role: :engrave, owner: feature.name)
        end
      end
    end
  end
end
