# frozen_string_literal: true

require 'prawn'
require 'prawn-svg'

module VastLattice
  module Exchange
    # The summary sheet of a configuration as PDF, on A4 (ISO 216): what it is called, its number and price, the drawing, all that
    # was answered, the lines of the price.
    class SummaryPDF
      INK = '1F2A37'
      SOFT = '5A6270'
      LINE = 'D8CDB6'
      # How the width is shared.
      SHARES = { 'Part number' => 34, 'Price' => 20, 'Mass' => 18, 'Size' => 28 }.freeze
      # Heights of the pictures, in points.
      FRONT = 210
      OTHERS = 120

      # +code+ is what it is reopened by.
      def initialize(configuration, code)
        @own = configuration
        @outcome = configuration.frozen_outcome
        @code = code
      end

      # The file. Nothing in it says when it was made but the configuration.
      def render
        @page = Prawn::Document.new(page_size: 'A4', margin: [48, 48, 54, 48], info: { Title: @own.name, Creator: 'Vast Lattice' })
        prepare
        head
        facts
        pictures
        answers
        prices
        foot
        @page.render
      end

      private

      def prepare
        @font = PDFFont.new(@page)
        @page.font(@font.name)
        @page.fill_color INK
        @page.stroke_color LINE
      end

      def text(words, **look) = @page.text(written(words), **look)

      def written(words) = @font.written(words)

      def head
        text @own.name, size: 20, style: :bold
        family = ["#{@own.family['name']}, edition #{@own.family['version']}"] if @own.family['name']
        soft [*family, "kept #{@own.made_at[0, 10]}", "code #{@code}"].join('  ·  ')
        text @own.note, size: 10 unless @own.note.empty?
        @page.move_down 8
        @page.stroke_horizontal_rule
        @page.move_down 10
      end

      def soft(words, size: 9)
        @page.fill_color SOFT
        text words, size: size
        @page.fill_color INK
      end

      def facts
        told = { 'Part number' => @own.part_number['text'], 'Price' => @own.price, 'Mass' => @outcome.fact('mass'),
                 'Size' => @outcome.fact('size') }
        told = told.reject { |_, words| words.to_s.empty? }
        shares = SHARES.slice(*told.keys).then { |own| own.transform_values { |share| share * @page.bounds.width / own.values.sum } }
        top = @page.cursor
        left = 0
        told.each do |title, words|
          @page.bounding_box([left, top], width: shares[title] - 8) do
            soft title, size: 8
            text words, size: 11, style: :bold
          end
          left += shares[title]
        end
        @page.move_cursor_to top - 40
      end

      def pictures
        front, *others = @own.outcome.fetch('pictures', {}).values
        draw(front, FRONT, @page.bounds.width) if front
        top = @page.cursor
        half = @page.bounds.width / 2
        others.each_with_index do |picture, index|
          @page.bounding_box([index * half, top], width: half - 6, height: OTHERS) { draw(picture, OTHERS, half - 6) }
        end
        @page.move_cursor_to(top - OTHERS - 8) if others.any?
      end

      # Drawings keep their shape within a box.
      def draw(picture, height, width)
        printed = PrintedPicture.new(picture, @font)
        scale = [width / printed.width, height / printed.height].min
        left = (width - (printed.width * scale)) / 2
        @page.bounding_box([left, @page.cursor], width: printed.width * scale, height: printed.height * scale) do
          @page.svg(printed.to_svg, at: [0, printed.height * scale], width: printed.width * scale, enable_web_requests: false,
                                    enable_file_requests_with_root: nil)
        end
        @page.move_down 6
      rescue StandardError
        soft 'The drawing cannot be shown here; the page of the configuration has it.'
      end

      def answers
        @own.fields.each do |page|
          heading(page['title'])
          page['groups'].each do |group|
            soft group['title'] unless group['title'].empty? || group['title'] == page['title']
            group['fields'].each { |field| line(field['title'], field['text']) }
          end
        end
      end

      def prices
        lines = @own.outcome.fetch('lines', []).select { |line| line['list'] == 'price' }
        return if lines.empty?

        heading('Price')
        lines.each do |line|
          amount = line['amount']
          line(line['text'], amount ? format('%<amount>.2f %<unit>s', amount: amount, unit: line['unit']) : Undefined::WORD)
        end
        line('In all', @own.price, style: :bold)
        unpriced = @own.outcome.fetch('unpriced', [])
        soft "Not complete: #{unpriced.join(', ')} without a price." if unpriced.any?
      end

      def heading(words)
        @page.start_new_page if @page.cursor < 70
        @page.move_down 8
        text words, size: 12, style: :bold
        @page.move_down 2
      end

      def line(title, words, style: :normal)
        @page.start_new_page if @page.cursor < 24
        top = @page.cursor
        half = @page.bounds.width * 0.55
        @page.bounding_box([0, top], width: half - 8) { text title, size: 10, style: style }
        ends = @page.cursor
        @page.bounding_box([half, top], width: @page.bounds.width - half) { text words, size: 10, style: style, align: :right }
        @page.move_cursor_to [ends, @page.cursor].min
        @page.stroke_horizontal_rule
        @page.move_down 3
      end

      def foot
        @page.number_pages '<page> / <total>', at: [@page.bounds.right - 60, -18], width: 60, align: :right, size: 8
      end
    end
  end
end
