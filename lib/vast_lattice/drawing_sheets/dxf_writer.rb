# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # Writes Pages as DXF (AC1015, which is release 2000): lines, arcs and circles as such, a layer for each role, a block in mm of the
    # model for each view, placed to scale; further pages stand to the right of the first. Dimensions are lines and texts, or where that is
    # wanted dimensions as the format has them (DXFDimensions). By the public reference of the format, from memory. Equal pages give equal
    # bytes.
    class DXFWriter
      # Between pages, mm.
      APART = 30.0
      LAYERS = Drawing::Marks::ROLES.to_h { |role| [role, role.to_s.upcase] }.freeze
      # Widths of lines that the format knows, hundredths of mm.
      WIDTHS = [0, 5, 9, 13, 15, 18, 20, 25, 30, 35, 40, 50, 53, 60, 70, 80, 90, 100, 106, 120, 140, 158, 200, 211].freeze
      ALIGNED = { start: 0, middle: 1, end: 2 }.freeze
      SPACES = %w[*Model_Space *Paper_Space].freeze
      private_constant :WIDTHS, :ALIGNED, :SPACES

      # Pairs of a place [x, y] by the code of its first number.
      def self.point(code, (x, y)) = [[code, x.to_f], [code + 10, y.to_f], [code + 20, 0.0]]

      # +real+ says whether dimensions are such.
      def initialize(pages, real: false)
        @pages = pages
        @handle = 0x100
        @dimensions = DXFDimensions.new(real ? pages : [], APART)
      end

      # Text in ASCII.
      def write
        @records = [*SPACES, *blocks.keys, *@dimensions.blocks.keys].to_h { |name| [name, handle] }
        body = [*tables, *blocks_section, *section('ENTITIES', entities), *section('OBJECTS', objects)]
        "#{[*header, *section('CLASSES', []), *body, [0, 'EOF']].map { |code, value| "#{code}\n#{written(value)}" }.join("\n")}\n"
      end

      private

      def handle = (@handle += 1).to_s(16).upcase

      # Whole numbers and texts as they are, others with all their digits; what is not ASCII by its number.
      def written(value)
        return format('%.10f', value).sub(/\.?0+\z/, '').then { |text| text == '-0' ? '0' : text } if value.is_a?(Float)

        value.to_s.gsub(/[^\x20-\x7e]/) { |sign| format('\\U+%04X', sign.ord) }
      end

      def section(name, pairs) = [[0, 'SECTION'], [2, name], *pairs, [0, 'ENDSEC']]

      def header
        said = { '$ACADVER' => [1, 'AC1015'], '$HANDSEED' => [5, 'FFFFF'], '$INSUNITS' => [70, 4], '$MEASUREMENT' => [70, 1] }
        section('HEADER', said.flat_map { |name, value| [[9, name], value] })
      end

      # Blocks of views: {name => Placed}.
      def blocks
        @blocks ||= @pages.flat_map { |page| page.views.map { |view| ["#{page.number}_#{view.name}".upcase, view] } }.to_h
      end

      def tables
        section('TABLES', [*table('VPORT', [viewport]), *table('LTYPE', line_types), *table('LAYER', layers), *table('STYLE', [style]),
                           *table('VIEW', []), *table('UCS', []), *table('APPID', [entry('APPID', 'RegApp', 'ACAD', [[70, 0]])]),
                           *dimension_styles, *table('BLOCK_RECORD', @records.map { |name, own| block_record(name, own) })])
      end

      def table(name, entries)
        [[0, 'TABLE'], [2, name], [5, handle], [330, 0], [100, 'AcDbSymbolTable'], [70, entries.size], *entries.flatten(1), [0, 'ENDTAB']]
      end

      def entry(type, kind, name, more, own = handle)
        [[0, type], [5, own], [330, 0], [100, 'AcDbSymbolTableRecord'], [100, "AcDb#{kind}TableRecord"], [2, name], *more]
      end

      def viewport
        size = @pages.first.size
        middle = [[12, size.width / 2], [22, size.height / 2]]
        entry('VPORT', 'Viewport', '*Active', [[70, 0], [10, 0.0], [20, 0.0], [11, 1.0], [21, 1.0], *middle, [40, size.height],
                                               [41, size.width / size.height]])
      end

      def line_types
        plain = %w[ByBlock ByLayer Continuous].to_h { |name| [name, []] }
        dashed = Page::DASHES.to_h { |role, dashes| [LAYERS[role], dashes.each_slice(2).flat_map { |drawn, left| [drawn, -left] }] }
        { **plain, **dashed }.map { |name, dashes| line_type(name, dashes) }
      end

      def line_type(name, dashes)
        entry('LTYPE', 'Linetype', name, [[70, 0], [3, ''], [72, 65], [73, dashes.size], [40, dashes.sum(0.0, &:abs)],
                                          *dashes.flat_map { |length| [[49, length], [74, 0]] }])
      end

      def layers
        own = LAYERS.map { |role, name| layer(name, Page::DASHES.key?(role) ? name : 'Continuous', Page.width_of(role)) }
        [layer('0', 'Continuous', 0.25), *own]
      end

      def layer(name, line_type, width)
        known = WIDTHS.min_by { |own| (own - (width * 100)).abs }
        entry('LAYER', 'Layer', name, [[70, 0], [62, 7], [6, line_type], [370, known], [390, 0]])
      end

      def style
        entry('STYLE', 'TextStyle', 'Standard', [[70, 0], [40, 0.0], [41, 1.0], [50, 0.0], [71, 0], [42, 2.5],
                                                 [3, 'DejaVuSans.ttf'], [4, '']])
      end

      # Its entries have their handle by another number than all others.
      def dimension_styles
        styles = { 'Standard' => [], **@dimensions.styles }
        entries = styles.flat_map do |name, about|
          [[0, 'DIMSTYLE'], [105, handle], [330, 0], [100, 'AcDbSymbolTableRecord'], [100, 'AcDbDimStyleTableRecord'], [2, name], [70, 0],
           *about]
        end
        [[0, 'TABLE'], [2, 'DIMSTYLE'], [5, handle], [330, 0], [100, 'AcDbSymbolTable'], [70, styles.size], [100, 'AcDbDimStyleTable'],
         *entries, [0, 'ENDTAB']]
      end

      def block_record(name, own) = entry('BLOCK_RECORD', 'Block', name, [], own)

      def blocks_section
        inside = { **SPACES.to_h { |name| [name, []] }, **blocks.transform_values(&:lines), **@dimensions.blocks }
        section('BLOCKS', inside.flat_map { |name, marks| block(name, marks.flat_map { |mark| drawn(mark, @records[name]) }) })
      end

      def block(name, inside)
        own = @records[name]
        [[0, 'BLOCK'], [5, handle], [330, own], [100, 'AcDbEntity'], [8, '0'], [100, 'AcDbBlockBegin'], [2, name],
         [70, name.start_with?('*D') ? 1 : 0],
         *point(10, [0.0, 0.0]), [3, name], [1, ''], *inside, [0, 'ENDBLK'], [5, handle], [330, own], [100, 'AcDbEntity'], [8, '0'],
         [100, 'AcDbBlockEnd']]
      end

      def entities
        model = @records['*Model_Space']
        at = 0.0
        @pages.flat_map do |page|
          over = at
          at += page.size.width + APART
          marks = [*page.other, *page.views.flat_map { |view| @dimensions.without(view) }]
          [*marks.flat_map { |mark| drawn(mark.placed(1.0, over, 0.0), model) },
           *page.views.flat_map { |view| inserted(page, view, over, model) }]
        end + @dimensions.all.flat_map { |one| [*entity('DIMENSION', :dimension, model, 'AcDbDimension'), *one] }
      end

      def inserted(page, view, over, owner)
        x, y = view.origin
        [*entity('INSERT', :visible, owner, 'AcDbBlockReference'), [2, "#{page.number}_#{view.name}".upcase], *point(10, [x + over, y]),
         [41, view.scale], [42, view.scale], [43, view.scale]]
      end

      def entity(type, role, owner, kind)
        [[0, type], [5, handle], [330, owner], [100, 'AcDbEntity'], [8, LAYERS[role]], [100, kind]]
      end

      def point(code, place) = DXFWriter.point(code, place)

      # Shades and pictures are for the eye alone.
      def drawn(mark, owner)
        return [] if mark.role == :shade || mark.is_a?(Drawing::Marks::Picture)

        case mark
        when Drawing::Marks::Line
          [*entity('LINE', mark.role, owner, 'AcDbLine'), *point(10, mark.from), *point(11, mark.till)]
        when Drawing::Marks::Arc then round(mark, owner)
        when Drawing::Marks::Area then area(mark, owner)
        else text(mark, owner)
        end
      end

      def round(mark, owner)
        circle = [*point(10, mark.centre), [40, mark.radius.to_f]]
        return [*entity('CIRCLE', mark.role, owner, 'AcDbCircle'), *circle] if mark.whole?

        angles = [mark.start, mark.start + mark.sweep].map { |angle| (angle * 180 / Math::PI) % 360 }
        [*entity('ARC', mark.role, owner, 'AcDbCircle'), *circle, [100, 'AcDbArc'], [50, angles.first], [51, angles.last]]
      end

      # An arrowhead is filled; of anything larger the outlines are drawn.
      def area(mark, owner)
        ring = mark.rings.first
        return filled(mark, [*ring, ring.last], owner) if mark.rings.one? && ring.size == 3

        mark.rings.flat_map do |own|
          corners = own.flat_map { |x, y| [[10, x.to_f], [20, y.to_f]] }
          [*entity('LWPOLYLINE', mark.role, owner, 'AcDbPolyline'), [90, own.size], [70, 1], *corners]
        end
      end

      def filled(mark, corners, owner)
        [*entity('SOLID', mark.role, owner, 'AcDbTrace'), *corners.each_with_index.flat_map { |place, index| point(10 + index, place) }]
      end

      def text(mark, owner)
        aligned = ALIGNED.fetch(mark.anchor)
        [*entity('TEXT', mark.role, owner, 'AcDbText'), *point(10, mark.at), [40, mark.height.to_f], [1, mark.words],
         [50, mark.turn.to_f], [7, 'Standard'], [72, aligned], *(point(11, mark.at) unless aligned.zero?), [100, 'AcDbText']]
      end

      # The root of what is no drawing.
      def objects
        root = handle
        groups = handle
        [[0, 'DICTIONARY'], [5, root], [330, 0], [100, 'AcDbDictionary'], [281, 1], [3, 'ACAD_GROUP'], [350, groups],
         [0, 'DICTIONARY'], [5, groups], [330, root], [100, 'AcDbDictionary'], [281, 1]]
      end
    end
  end
end
