# frozen_string_literal: true

module VastLattice
  module Results
    # The variant in view as solids: exact ones for programs that construct, triangles for printing and looking at.
    class Solid < Format
      NOTES = { 'step' => 'exact, with its parts, their names and colours (STEP, ISO 10303); STL and GLB as triangles',
                'stl' => 'as closed triangles in mm, for printing in three dimensions',
                'glb' => 'as triangles with its parts, their names and colours, to look at (glTF 2.0)' }.freeze
      WRITERS = { 'step' => ->(result) { ExactSolids.step(result) },
                  'stl' => ->(result) { Exchange::STLFile.of(result.whole_model.bodies) },
                  'glb' => lambda { |result|
                    product = ExactSolids::Product.new(result)
                    Exchange::GLTFFile.new(product.to_tree, product.solids).write
                  } }.freeze
      private_constant :WRITERS

      def self.all = for_endings('solid', NOTES, title: 'Solid', made_from: :variant)

      def write(subject, _options) = WRITERS.fetch(ending).call(subject.result)
    end
  end
end
