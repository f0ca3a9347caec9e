# frozen_string_literal: true

require 'prawn'
require 'prawn-svg'

module VastLattice
  module DrawingSheets
    # Writes Pages as PDF, one page each at true size: vectors, real text, the font embedded, a layer for each role, for archives
    # (PDFArchive). Nothing in it says when it was made.
    class PDFWriter
      POINTS = 72 / 25.4
      # Four curves make a circle, each with handles 4/3 tan of a quarter of its angle long (common practice).
      QUARTER = Math::PI / 2
      CREATOR = 'Vast Lattice'
      INK = Page::INK.delete('#')
      # What of a text stands before where it is anchored.
      SHARES = { start: 0.0, middle: 0.5, end: 1.0 }.freeze

      def initialize(pages)
        @pages = pages
      end

      def write
        title = @pages.first.title
        @document = Prawn::Document.new(skip_page_creation: true, compress: true, info: { Title: title, Creator: CREATOR })
        @layers = PDFLayers.new(@document)
        @pages.each { |page| put(page) }
        @layers.complete
        PDFArchive.new(@document, title: title, creator: CREATOR, identity: drawn).complete
        @document.render
      end

      private

      def put(page)
        @document.start_new_page(size: [page.size.width * POINTS, page.size.height * POINTS], margin: 0)
        @font ||= PDFFont.new(@document, faces: [:normal])
        @document.font(@font.name)
        @document.fill_color INK
        @document.stroke_color INK
        @document.cap_style = :round
        # What is shaded lies under all lines.
        shades, others = page.marks.group_by(&:role).partition { |role, _| role == :shade }
        [*shades, *others].each { |role, marks| @layers.within(role) { layer(role, marks) } }
      end

      # What stands on all pages, before it is packed.
      def drawn = @document.state.pages.map { |page| page.content.stream.filtered_stream }.join

      def layer(role, marks)
        @document.line_width = Page.width_of(role) * POINTS
        dashes = Page::DASHES[role]
        dashes ? @document.dash(dashes.map { |length| length * POINTS }) : @document.undash
        lines, others = marks.partition { |mark| mark.is_a?(Drawing::Marks::Line) || mark.is_a?(Drawing::Marks::Arc) }
        @document.add_content("#{lines.map { |mark| path(mark) }.join("\n")}\nS") if lines.any?
        others.each do |mark|
          case mark
          when Drawing::Marks::Area then area(mark)
          when Drawing::Marks::Picture then picture(mark)
          else text(mark)
          end
        end
      end

      # What the file cannot hold is left out: its bytes were checked when it was brought in.
      def picture(mark)
        corner = point([mark.at[0], mark.at[1] + mark.height])
        size = [mark.width, mark.height].map { |length| length * POINTS }
        return vectors(mark, corner, size) if mark.picture.kind == 'svg'

        @document.image(StringIO.new(mark.picture.bytes), at: corner, fit: size, position: :center, vposition: :center)
      end

      def vectors(mark, corner, size)
        @document.bounding_box(corner, width: size[0], height: size[1]) do
          @document.svg(mark.picture.bytes.force_encoding('UTF-8'), position: :center, vposition: :center, width: size[0],
                                                                    enable_web_requests: false, enable_file_requests_with_root: nil,
                                                                    fallback_font_name: @font.name)
        end
      end

      # The operators that draw it (ISO 32000-1, 8.5.2), at once: there are many.
      def path(mark)
        return arc(mark) if mark.is_a?(Drawing::Marks::Arc)

        "#{written(mark.from)} m #{written(mark.till)} l"
      end

      def arc(mark)
        pieces = (mark.sweep / QUARTER).ceil.clamp(1, 4)
        step = mark.sweep / pieces
        handle = mark.radius * 4 / 3 * Math.tan(step / 4)
        curves = Array.new(pieces) do |index|
          from, till = [index, index + 1].map { |number| mark.start + (step * number) }
          [handled(mark, from, handle), handled(mark, till, -handle), mark.at(till)].map { |place| written(place) }.join(' ')
        end
        "#{written(mark.at(mark.start))} m #{curves.join(' c ')} c"
      end

      # A place as the file has it: to a thousandth of a point.
      def written(place) = "#{(place[0] * POINTS).round(3)} #{(place[1] * POINTS).round(3)}"

      # Along the tangent of an arc at an angle.
      def handled(mark, angle, length)
        x, y = mark.at(angle)
        [x - (Math.sin(angle) * length), y + (Math.cos(angle) * length)]
      end

      def area(mark)
        @document.fill_color mark.colour.delete('#') if mark.colour
        # Inner rings are openings, whichever way round they go.
        @document.add_content("#{mark.rings.map { |ring| outline(ring) }.join("\n")}\nf*")
        @document.fill_color INK if mark.colour
      end

      def outline(ring)
        first, *others = ring.map { |place| written(place) }
        "#{first} m #{others.map { |place| "#{place} l" }.join(' ')} h"
      end

      def text(mark)
        size = mark.height / PDFFont::CAPITAL * POINTS
        words = @font.written(mark.words)
        over = -SHARES.fetch(mark.anchor) * (mark.anchor == :start ? 0.0 : @document.width_of(words, size: size))
        x, y = point(mark.at)
        at = mark.turn.zero? ? [x + over, y] : [x, y + over]
        @document.draw_text(words, at: at, size: size, rotate: mark.turn)
      end

      def point(place) = place.map { |number| number * POINTS }
    end
  end
end
