# frozen_string_literal: true

require 'nokogiri'

module VastLattice
  module Exchange
    # A picture of the screen (SVG) as Prawn can print it: what is only there to be pointed at is clear, and light seams around texts,
    # which it would draw over them, are not there.
    class PrintedPicture
      # Width and height in the picture's own units.
      attr_reader :width, :height

      # +picture+ is SVG, +font+ a PDFFont. Raises Nokogiri::XML::SyntaxError.
      def initialize(picture, font)
        @root = Nokogiri::XML(font.written(picture)) { |options| options.nonet.strict }.root
        @width, @height = @root['viewBox'].split.map(&:to_f).last(2)
        @root['font-family'] = font.name
        adapt
      end

      def to_svg = @root.to_xml

      private

      def adapt
        @root.xpath('//*[@fill="transparent"]').each { |element| element['fill'] = 'none' }
        @root.xpath('//*[@paint-order="stroke"]').each do |element|
          %w[stroke stroke-width paint-order].each do |name|
            element.delete(name)
          end
        end
      end
    end
  end
end
