# frozen_string_literal: true

module VastLattice
  # Exact solids for others (design rule 26): a geometry kernel from npm, in a process of its own, is fed what our solids are made of.
  module ExactSolids
    # The kernel cannot be had on this machine.
    class Missing < Error
      def initialize = super(Wording[:the_geometry_kernel_is_not_here], remedy: Wording[:start_the_program_once_with_the_network])
    end

    # It could not make what it was asked for.
    class Unmade < Error; end

    # Volume (mm3), surface (mm2), centre and box (mm) of solids, as the kernel finds them: Hashes with 'volume', 'surface', 'centre',
    # 'box', 'solids' (their number) and 'sound'. Raises Missing, Unmade, Apart::TooMuch.
    def self.measured(solids) = Kernel.here.ask('do' => 'measure', 'shapes' => solids.map { |solid| Recipe.of(solid) })

    # What a STEP file holds, as Family::Model has it: 'volume', 'surface', 'centre', 'box', 'points', 'triangles', 'solids'. Raises as
    # +measured+, and Unmade where there is no solid in it or too much.
    def self.read(text) = Kernel.here.ask('do' => 'read', 'text' => text)

    # Contours of FlatPieces as they are cut, mm: of each piece a list of contours, which are lists of Drawing::Marks. Raises as +measured+.
    def self.contours(pieces)
      asked = pieces.map { |piece| { 'recipe' => piece.recipe, 'height' => piece.height } }
      Kernel.here.ask('do' => 'contours', 'shapes' => asked).map { |own| own.map { |contour| contour.map { |stroke| mark(stroke) } } }
    end

    def self.mark(stroke)
      return Drawing::Marks::Line.new(from: stroke['from'], till: stroke['till'], role: :cut) if stroke['from']

      Drawing::Marks::Arc.new(centre: stroke['centre'], radius: stroke['radius'], start: stroke['start'], sweep: stroke['sweep'],
                              role: :cut)
    end
    private_class_method :mark

    # STEP of a Result (ISO 10303, AP214), as text. Raises as +measured+, and Unmade where the kernel finds another solid than we do.
    def self.step(result)
      product = Product.new(result)
      answer = Kernel.here.ask('do' => 'step', 'product' => product.to_tree)
      product.solids.zip(answer['measures']) { |solid, measure| Agreement.new(solid, measure).ensure }
      answer['text']
    end
  end
end
