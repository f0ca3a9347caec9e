# frozen_string_literal: true

require 'cgi'

module VastLattice
  module Drawing
    # A small drawing surface that writes SVG. Coordinates are pixels, y downwards. Colours and widths are
    # presentation attributes, so that a picture needs no style sheet and a page may still restyle it.
    class Canvas
      def initialize
        @marks = []
      end

      def line(from_x, from_y, to_x, to_y, **attributes)
        tag('line', x1: from_x, y1: from_y, x2: to_x, y2: to_y, **attributes)
      end

      def path(data, **attributes) = tag('path', d: data, **attributes)

      # What others refer to by url(#id), as SVG.
      def definitions(svg) = @marks << "<defs>#{svg}</defs>"

      # Text anchored in the middle unless said otherwise.
      def text(at_x, at_y, content, **attributes)
        given = { x: at_x, y: at_y, text_anchor: 'middle', **attributes }
        @marks << "<text#{attributes_text(given)}>#{CGI.escapeHTML(content.to_s)}</text>"
      end

      # A group; what the block draws is inside. A +title+ is read out and shown on hovering.
      def group(title: nil, **attributes)
        @marks << "<g#{attributes_text(attributes)}>"
        @marks << "<title>#{CGI.escapeHTML(title)}</title>" if title
        yield
        @marks << '</g>'
      end

      # The group of a feature. In an +interactive+ picture it can be chosen by mouse and by keyboard; +spoken+ is what is
      # read out.
      def feature(feature, interactive:, spoken: feature.feature.title, &block)
        hand = interactive ? { tabindex: 0, role: 'button', aria_label: spoken } : {}
        group(class: 'feature', data_feature: feature.name, title: feature.feature.title, **hand, &block)
      end

      # The whole picture.
      # +data+ are further attributes of the picture.
      def to_svg(width, height, label, role: 'img', **data)
        given = { role: role, aria_label: label, **data }
        %(<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 #{number(width)} #{number(height)}" ) +
          %(width="#{number(width)}" height="#{number(height)}"#{attributes_text(given)}>) +
          "#{@marks.join("\n")}</svg>\n"
      end

      private

      def tag(name, **attributes)
        @marks << "<#{name}#{attributes_text(attributes)}/>"
      end

      def attributes_text(attributes)
        attributes.map do |name, value|
          %( #{name.to_s.tr('_', '-')}="#{CGI.escapeHTML(value.is_a?(Float) ? number(value) : value.to_s)}")
        end.join
      end

      def number(value)
        rounded = value.round(2)
        whole = rounded.to_i
        rounded == whole ? whole.to_s : rounded.to_s
      end
    end
  end
end
