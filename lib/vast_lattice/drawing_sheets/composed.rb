# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # The drawing of a product by a template: its views with dimensions, letters at features and a list of what they say, sections and
    # details, a parts list with its positions in a view, notes and the title block. What has no room on a page goes to a further one.
    class Composed
      # From the frame, mm.
      MARGIN = Layout::MARGIN
      # A parts list that is higher than this share of the room has a page of its own.
      TALL = 0.45
      private_constant :MARGIN, :TALL

      # +result+ is a Result, +sheet+ a Family::DrawingSheet; of the parts only the one called +part+ where that is given; +fields+ are
      # texts for the TitleBlock by name, before those of the sheet.
      def initialize(result, sheet = Family::DrawingSheet.standard, part: nil, fields: {})
        @result = result
        @sheet = sheet
        @fields = fields
        @product = Product.new(result, sheet, part: part)
      end

      # Pages. Raises Impossible.
      def pages
        @pages ||= begin
          @product.ensure_something
          raise Impossible.new(Wording[:no_view_can_be_drawn], remedy: Wording[:add_a_view]) if views.empty?

          numbered(drawn_pages + list_pages)
        end
      end

      # What is not as the template says: Wordings.
      def remarks
        pages
        missing = all_views.reject { |view| views.include?(view) }
        [*missing.map { |view| Wording[:view_is_not_drawn, view: view.name] }, *layout.remarks]
      end

      # All dimensions that features have in it, shown or not: Kinds::View::Dimension values.
      def dimensions = views.flat_map(&:dimensions).uniq { |one| [one.feature.name, one.of] }

      # The Geometry::Box in which views stand.
      def room = layout.room

      # The views that are drawn, as Kinds::View.
      def views = @views ||= lettered_views(all_views.select(&:drawn?))

      private

      def all_views = @all_views ||= @sheet.views.map { |view| Family::SHEET_VIEWS.fetch(view.kind).new(@product, view) }

      # Sections and details are called A, B …
      def lettered_views(drawn)
        drawn.select(&:called_by).zip('A'..).each { |view, letter| view.letter = letter }
        sections = drawn.select { |view| view.called_by == :line }
        drawn.each { |view| view.cut_through = sections.any? { |section| Callouts.shows?(view, section) } }
      end

      def lettering = @lettering ||= Lettering.new(views, tables, said, positions.all, layout.room)
      def positions = @positions ||= Positions.new(@product)
      def table = @table ||= PartsTable.new(positions.all)

      def layout
        @layout ||= begin
          blocks = Block.of([*views, *tables], first_angle: @sheet.projection == 'first')
          wanted = @sheet.size == 'auto' ? nil : @sheet.size
          Layout.new(blocks, wanted: wanted, stands: table_beside? ? table.height : 0.0, beside: ->(size) { list_beside(size).height })
        end
      end

      # Of views whose places stand in a table.
      def tables
        @tables ||= views.select { |view| view.tabled.any? }.map { |view| PlaceTable.new(@product, view, said.method(:letter)) }
      end

      def said = @said ||= Said.new(@result, @sheet, views)

      # What is said, as wide as there is room beside the title block; nothing where there is none.
      def list_beside(size)
        (@lists ||= {})[size.name] ||= begin
          list = Listed.new(said.rows, size.frame.width - TitleBlock::WIDTH - MARGIN)
          list.fits? ? list : Listed.new([], 0.0)
        end
      end

      # Whether the parts list stands above the title block: the smallest size of which that is so decides.
      def table_beside?
        return false if positions.all.empty?

        high = @sheet.size == 'auto' ? Size::ALL.fetch('A3').frame.height : Size::ALL.fetch(@sheet.size).frame.height
        table.height <= (high - TitleBlock::HEIGHT) * TALL
      end

      # [[Placed, …], other marks] of each page with views.
      def drawn_pages
        layout.pages.each_with_index.map do |blocks, index|
          all = blocks.flat_map { |sized, left, top| sized.views.map { |view, drawn, (x, y)| [view, drawn, [left + x, top + y]] } }
          written, corners = all.partition { |view, *| tables.include?(view) }
          placed = corners.map { |view, drawn, corner| placed(view, drawn, corner) }
          listed = written.flat_map { |_, drawn, corner| drawn.around(*corner) }
          other = [*(beside_title(placed) if index.zero?), *listed]
          [placed, [*other, *lettering.of(corners, [*placed.flat_map(&:marks), *other])]]
        end
      end

      def placed(view, drawn, (x, y))
        outline = Geometry::Box.new(left: x, right: x + drawn.width, bottom: y, top: y + drawn.height)
        Placed.new(name: view.name, title: view.class.title, scale: drawn.scale, origin: drawn.origin(x, y), lines: drawn.lines,
                   around: drawn.around(x, y), measures: drawn.measures(x, y), outline: outline,
                   box: with_room(outline, drawn.room), upright_from: drawn.upright_from)
      end

      def with_room(box, room)
        Geometry::Box.new(left: box.left - room[:left], right: box.right + room[:right], bottom: box.bottom - room[:below],
                          top: box.top + room[:above])
      end

      # What stands beside and above the title block of the first page.
      def beside_title(placed)
        frame = layout.size.frame
        list = list_beside(layout.size)
        parts = table_beside? ? table.upwards(frame.right, frame.bottom + TitleBlock::HEIGHT) : []
        @beside = list.height.positive? && room_for?(list, frame, placed)
        [*parts, *(list.marks(frame.left, frame.bottom + list.height + 2) if @beside)]
      end

      # Whether no view reaches to where a list would stand.
      def room_for?(list, frame, placed)
        placed.none? { |view| view.box.bottom < frame.bottom + list.height + MARGIN && view.box.left < frame.right - TitleBlock::WIDTH }
      end

      # Lists that have no room on the first page, on pages of their own.
      def list_pages
        frame = layout.size.frame
        high = frame.height - TitleBlock::HEIGHT - (3 * MARGIN)
        at = [frame.left + MARGIN, frame.top - MARGIN]
        whole = @beside ? [] : Listed.new(said.rows, frame.width - (2 * MARGIN)).split(high)
        tables = positions.all.any? && !table_beside? ? table.split(high) : []
        [*tables.map { |own| [[], own.downwards(*at)] }, *whole.reject { |own| own.height.zero? }.map { |own| [[], own.marks(*at)] }]
      end

      def numbered(found)
        found.each_with_index.map do |(placed, marks), index|
          scale = placed.empty? ? '' : Scale.text(layout.scale)
          fields = { **own_fields, **said.fields, **@fields, size: layout.size.name, scale: scale, sheet: "#{index + 1} / #{found.size}" }
          Page.new(size: layout.size, title: fields[:title], scale: layout.scale, views: placed,
                   other: [*layout.size.marks, *marks, *title_block(fields)], number: index + 1, of: found.size)
        end
      end

      def title_block(fields)
        frame = layout.size.frame
        logo = @result.plan.family.picture(@sheet.logo)
        TitleBlock.new(fields, first_angle: @sheet.projection == 'first', logo: logo).marks(frame.right, frame.bottom)
      end

      def own_fields
        family = @result.plan.family
        bodies = @product.bodies
        materials = bodies.map { |body| body.material&.title }.uniq
        kind = bodies.size == 1 ? :part_drawing : :assembly_drawing
        { title: family.name, number: @result.outcome.labels.fetch('part_number', '').to_s, mass: @result.fact_texts['mass'],
          material: materials.size == 1 ? materials.first.to_s : '',
          kind: Wording[kind].to_s, tolerances: TitleBlock::TOLERANCES, language: I18n.locale.to_s }
      end
    end
  end
end
