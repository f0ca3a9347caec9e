# frozen_string_literal: true

require 'cgi'

module VastLattice
  module DrawingSheets
    # Writes a Page as SVG at true size: its lengths are millimetres.
    class SVGWriter
      FONT = "'DejaVu Sans', 'Liberation Sans', sans-serif"

      def initialize(page)
        @page = page
      end

      def write
        wide = number(@page.size.width)
        high = number(@page.size.height)
        head = <<~SVG.tr("\n", ' ').strip
          <svg xmlns="http://www.w3.org/2000/svg" width="#{wide}mm" height="#{high}mm" viewBox="0 0 #{wide} #{high}" role="img"
          aria-label="#{escaped(@page.title)}" font-family="#{escaped(FONT)}" fill="none" stroke-linecap="round" stroke-linejoin="round">
        SVG
        views = @page.views.map { |view| %(<g data-view="#{escaped(view.name)}">#{layers(view.marks)}</g>) }
        "#{head}<rect width=\"#{wide}\" height=\"#{high}\" fill=\"#ffffff\"/>\n#{[*views, layers(@page.other)].join("\n")}\n</svg>\n"
      end

      private

      def layers(marks) = marks.group_by(&:role).map { |role, own| layer(role, own) }.join

      def layer(role, marks)
        dashes = Page::DASHES[role]
        dashed = dashes ? %( stroke-dasharray="#{dashes.join(' ')}") : ''
        inside = marks.map { |mark| one(mark) }.join
        %(<g class="#{role}" stroke="#{Page::INK}" stroke-width="#{Page.width_of(role)}"#{dashed}>#{inside}</g>)
      end

      def one(mark)
        case mark
        when Drawing::Marks::Line then %(<path d="M#{point(mark.from)}L#{point(mark.till)}"#{owner(mark)}/>)
        when Drawing::Marks::Arc then arc(mark)
        when Drawing::Marks::Area then area(mark)
        when Drawing::Marks::Picture then picture(mark)
        else text(mark)
        end
      end

      def picture(mark)
        data = "data:#{mark.picture.content_type};base64,#{mark.picture.data.delete("\n")}"
        %(<image x="#{number(mark.at[0])}" y="#{number(up(mark.at[1] + mark.height))}" width="#{number(mark.width)}" ) +
          %(height="#{number(mark.height)}" href="#{data}"/>)
      end

      def arc(mark)
        if mark.whole?
          return %(<circle cx="#{number(mark.centre[0])}" cy="#{number(up(mark.centre[1]))}" r="#{number(mark.radius)}"#{owner(mark)}/>)
        end

        large = mark.sweep > Math::PI ? 1 : 0
        radius = number(mark.radius)
        from, till = [mark.start, mark.start + mark.sweep].map { |angle| point(mark.at(angle)) }
        %(<path d="M#{from}A#{radius} #{radius} 0 #{large} 0 #{till}"#{owner(mark)}/>)
      end

      def area(mark)
        data = mark.rings.map { |ring| "M#{ring.map { |place| point(place) }.join('L')}Z" }.join
        %(<path d="#{data}" fill="#{mark.colour || Page::INK}" fill-rule="evenodd" stroke="none"#{owner(mark)}/>)
      end

      def text(mark)
        turned = mark.turn.zero? ? '' : %( transform="rotate(-90 #{point(mark.at)})")
        size = number(mark.height / PDFFont::CAPITAL)
        %(<text x="#{number(mark.at[0])}" y="#{number(up(mark.at[1]))}" font-size="#{size}" text-anchor="#{mark.anchor}" ) +
          %(fill="#{Page::INK}" stroke="none"#{turned}#{owner(mark)}>#{escaped(mark.words)}</text>)
      end

      def owner(mark)
        { 'owner' => mark.owner, 'of' => mark.of }.compact.map { |name, text| %( data-#{name}="#{escaped(text)}") }.join
      end

      def up(y) = @page.size.height - y
      def point(place) = "#{number(place[0])} #{number(up(place[1]))}"
      def number(value) = value.round(4).then { |rounded| rounded == rounded.to_i ? rounded.to_i.to_s : rounded.to_s }
      def escaped(text) = CGI.escapeHTML(text.to_s)
    end
  end
end
