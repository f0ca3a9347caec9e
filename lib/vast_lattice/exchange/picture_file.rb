# frozen_string_literal: true

require 'nokogiri'

module VastLattice
  module Exchange
    # Reads pictures that forms show: PNG (ISO/IEC 15948), JPEG (ISO/IEC 10918-1) and SVG. Of an SVG only what draws is kept: no
    # scripts, no links, nothing that is fetched from elsewhere.
    module PictureFile
      LARGEST = 400_000 # bytes
      MOST_PIXELS = 4096 # along a side
      PNG = "\x89PNG\r\n\x1A\n".b.freeze
      JPEG = "\xFF\xD8\xFF".b.freeze
      # Segments of a JPEG that hold its size: start of frame, of any kind.
      FRAMES = [*0xC0..0xC3, *0xC5..0xC7, *0xC9..0xCB, *0xCD..0xCF].freeze

      DRAWN = %w[svg g defs symbol use path rect circle ellipse line polyline polygon text tspan title desc linearGradient radialGradient
                 stop clipPath mask pattern marker].freeze
      SAID = %w[id class d x y x1 y1 x2 y2 cx cy r rx ry fx fy width height viewBox points transform fill fill-opacity fill-rule stroke
                stroke-width stroke-linecap stroke-linejoin stroke-dasharray stroke-dashoffset stroke-opacity stroke-miterlimit opacity
                font-family font-size font-weight font-style text-anchor dominant-baseline letter-spacing dx dy offset stop-color
                stop-opacity gradientUnits gradientTransform spreadMethod patternUnits patternTransform clip-path clip-rule mask
                maskUnits markerWidth markerHeight refX refY orient preserveAspectRatio href xlink:href visibility display version].freeze
      HERE = /\A#[\w.-]+\z/
      ELSEWHERE = /url\s*\(\s*(?!['"]?#)|@import|javascript:|expression\s*\(/i

      # The kind and the data, as Family::Picture has them. Raises Unreadable.
      def self.read(bytes)
        bytes = bytes.b
        refuse(Wording[:the_picture_is_larger_than_value_kb, value: LARGEST / 1000], Wording[:make_it_smaller]) if bytes.bytesize > LARGEST
        kind, kept = kind_of(bytes)
        { 'kind' => kind, 'data' => [kept].pack('m0') }
      end

      def self.kind_of(bytes)
        return ['png', measured(bytes, png_size(bytes))] if bytes.start_with?(PNG)
        return ['jpeg', measured(bytes, jpeg_size(bytes))] if bytes.start_with?(JPEG)
        return ['svg', safe_svg(bytes)] if bytes[0, 4000].match?(/<svg[\s>]/i)

        refuse(Wording[:this_is_no_picture_that_is_known], Wording[:choose_a_png_a_jpeg])
      end
      private_class_method :kind_of

      def self.measured(bytes, size)
        refuse(Wording[:the_picture_is_damaged_it_does_not], Wording[:save_it_again]) unless size&.all?(&:positive?)
        if size.max > MOST_PIXELS
          refuse(Wording[:the_picture_is_larger_than_most_pixels, most_pixels: MOST_PIXELS], Wording[:make_it_smaller])
        end
        bytes
      end
      private_class_method :measured

      # The header chunk comes first.
      def self.png_size(bytes)
        bytes[12, 4] == 'IHDR' ? bytes[16, 8].to_s.unpack('NN').compact.then { |size| size if size.size == 2 } : nil
      end
      private_class_method :png_size

      # Goes from segment to segment to the first frame.
      def self.jpeg_size(bytes)
        at = 2
        while bytes.getbyte(at) == 0xFF
          marker = bytes.getbyte(at + 1)
          length = bytes[at + 2, 2].to_s.unpack1('n')
          return if length.nil? || length < 2
          return bytes[at + 5, 4].to_s.unpack('nn').then { |size| size if size.compact.size == 2 } if FRAMES.include?(marker)

          at += 2 + length
        end
      end
      private_class_method :jpeg_size

      # An SVG with nothing in it but what draws.
      def self.safe_svg(bytes)
        text = bytes.dup.force_encoding('UTF-8')
        refuse(Wording[:the_picture_is_no_text_in_utf], Wording[:save_it_again]) unless text.valid_encoding?
        document = Nokogiri::XML(text, &:nonet)
        root = document.root
        unless root&.name == 'svg' && document.errors.none?(&:fatal?)
          refuse(Wording[:the_picture_is_no_well_formed_svg], Wording[:save_it_again])
        end
        document.internal_subset&.remove
        clean(root)
        root.to_xml(encoding: 'UTF-8', save_with: Nokogiri::XML::Node::SaveOptions::AS_XML | Nokogiri::XML::Node::SaveOptions::NO_DECLARATION)
      end
      private_class_method :safe_svg

      def self.clean(node)
        node.attribute_nodes.each { |own| own.remove unless kept?(own) }
        node.children.each do |child|
          next clean(child) if child.element? && DRAWN.include?(child.name)

          child.remove unless child.text? || child.cdata?
        end
      end
      private_class_method :clean

      def self.kept?(attribute)
        name = [attribute.namespace&.prefix, attribute.node_name].compact.join(':')
        return false unless SAID.include?(name)
        return attribute.value.strip.match?(HERE) if attribute.node_name == 'href'

        !attribute.value.match?(ELSEWHERE)
      end
      private_class_method :kept?

      def self.refuse(message, remedy) = raise(Unreadable.because(message, remedy: remedy))
      private_class_method :refuse
    end
  end
end
