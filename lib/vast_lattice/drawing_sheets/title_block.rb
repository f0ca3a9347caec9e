# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # The title block: fields of ISO 7200 (from memory: identification number, title, creator, document type, date of issue, revision,
    # sheet, legal owner) with scale, material, mass, general tolerances and the symbol of projection (ISO 5456-2), 180 mm wide, at the
    # lower right.
    class TitleBlock
      WIDTH = 180.0
      ROW = 10.0
      # Rows from the top: [field, width].
      ROWS = [[[:material, 60], [:mass, 30], [:tolerances, 50], [:projection, 40]],
              [[:owner, 60], [:kind, 50], [:creator, 40], [:date, 30]],
              [[:title, 110], [:scale, 25], [:size, 15], [:sheet, 30]],
              [[:number, 110], [:revision, 30], [:language, 40]]].freeze
      TITLES = { material: 'Material', mass: 'Mass', tolerances: 'General tolerances', projection: 'Projection', owner: 'Legal owner',
                 kind: 'Document type', creator: 'Created by', date: 'Date of issue', title: 'Title', scale: 'Scale', size: 'Size',
                 sheet: 'Sheet', number: 'Identification number', revision: 'Revision', language: 'Language' }.freeze
      # Those that can be written, by their names in templates.
      WRITTEN = Family::Edits::DrawingSheets::TITLE_BLOCK.to_h { |field| [field, TITLES.fetch(field.to_sym)] }.freeze
      # The general tolerances where none are written.
      TOLERANCES = 'ISO 2768-m'
      HEIGHT = ROWS.size * ROW
      # Heights of capitals: of headings and of what stands in a field; it is written smaller where it would not fit, down to the least.
      HEAD = 1.8
      TEXT = 3.5
      LEAST = 1.8

      # The width of a logo at the right of the owner's field, mm.
      LOGO = 22.0

      # +fields+ are texts by name; +logo+ is a Family::Picture or nil; +first_angle+ says how views are projected.
      def initialize(fields, first_angle: true, logo: nil)
        @logo = logo
        @fields = fields
        @first_angle = first_angle
      end

      # Marks with its lower right corner at x, y.
      def marks(x, y)
        left = x - WIDTH
        rows = ROWS.each_with_index.flat_map { |row, index| cells(row, left, y + HEIGHT - ((index + 1) * ROW)) }
        [*rows, line([left, y], [left, y + HEIGHT], :frame), line([left, y + HEIGHT], [x, y + HEIGHT], :frame)]
      end

      private

      def cells(row, left, bottom)
        at = left
        row.flat_map do |field, width|
          from = at
          at += width
          [*heading(field, from, bottom), *content(field, from, bottom, width), line([from, bottom], [at, bottom], :dimension),
           *(line([at, bottom], [at, bottom + ROW], :dimension) unless at >= left + WIDTH)]
        end
      end

      def heading(field, left, bottom) = [text(TITLES.fetch(field), left + 1, bottom + ROW - HEAD - 1.0, HEAD)]

      def content(field, left, bottom, width)
        return symbol(left + (width / 2), bottom + 3.6) if field == :projection
        return [*written(field, left, bottom, width - LOGO), emblem(left + width - LOGO, bottom)] if field == :owner && @logo

        written(field, left, bottom, width)
      end

      def emblem(left, bottom)
        Drawing::Marks::Picture.new(at: [left, bottom + 1], width: LOGO - 1, height: ROW - 2, picture: @logo)
      end

      def written(field, left, bottom, width)
        words = @fields.fetch(field, '').to_s
        return [] if words.empty?

        height = [TEXT, TEXT * (width - 2) / text(words, 0, 0, TEXT).width].min
        if height < LEAST
          words = shortened(words, width - 2)
          height = LEAST
        end
        [text(words, left + 1, bottom + 1.5, height)]
      end

      def shortened(words, room)
        most = (room / (LEAST * Drawing::Marks::Text::LETTER)).floor
        words.size <= most ? words : "#{words[0, most - 1]}…"
      end

      # A frustum from its side and from its end: in first angle the end view of what is seen from the left stands right.
      def symbol(x, y)
        side = [[-9.0, 1.2], [-9.0, -1.2], [-3.0, -2.4], [-3.0, 2.4]]
        side = side.map { |over, up| [over + 12.0, up] } unless @first_angle
        middle = @first_angle ? 4.0 : -4.0
        ends = side.each_index.map { |index| line(*[side[index - 1], side[index]].map { |over, up| [x + over, y + up] }, :visible) }
        ends + [1.2, 2.4].map { |radius| Drawing::Marks::Arc.new(centre: [x + middle, y], radius: radius, role: :visible) }
      end

      def text(words, x, y, height) = Drawing::Marks::Text.new(at: [x, y], words: words, height: height, role: :frame)
      def line(from, till, role) = Drawing::Marks::Line.new(from: from, till: till, role: role)
    end
  end
end
