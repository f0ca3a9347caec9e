# frozen_string_literal: true

require 'json'
require 'zlib'

module VastLattice
  class Family
    # The model of a bought part, as it came: +data+ is a STEP file (ISO 10303), +measures+ what the geometry kernel found of it, both
    # deflated and in Base64. It is given to others as it is; the picture has its triangles.
    class Model < Value.with(:name, :data, :measures, label: '')
      extend TreeForm

      # What is kept is no model.
      class Damaged < Error; end

      # Of the text of a STEP file and what ExactSolids.read told of it.
      def self.of(name, text, told, label: '') = new(name: name, label: label, data: packed(text), measures: packed(JSON.generate(told)))

      def self.packed(text) = [Zlib::Deflate.deflate(text.b, 9)].pack('m0')

      # Most bytes that a model may have when it is unpacked.
      LARGEST = 40_000_000

      def title = label.empty? ? name.tr('_', ' ') : label
      def text = unpacked(data)

      # 'volume' (mm3), 'surface' (mm2), 'centre', 'box' (mm), 'points' [x, y, z, …], 'triangles' [numbers of points, …]. Raises
      # Damaged.
      def told
        found = JSON.parse(unpacked(measures))
        return found if found.is_a?(Hash) && %w[volume surface centre box points triangles].all? { |key| found.key?(key) }

        damaged
      rescue JSON::ParserError
        damaged
      end

      private

      def unpacked(packed)
        out = +''
        Zlib::Inflate.new.inflate(packed.unpack1('m')) do |part|
          out << part
          damaged if out.bytesize > LARGEST
        end
        out.force_encoding('UTF-8')
      rescue Zlib::Error
        damaged
      end

      def damaged = raise(Damaged.new(Wording[:the_model_name_is_damaged, name: name], remedy: Wording[:bring_it_in_again]))
    end
  end
end
