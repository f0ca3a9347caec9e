# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    module Kinds
      # A view from one of the sides, aligned with the others.
      class Projected < View
        # Which overall dimensions a view says, of width and of height, where there is a front that says both.
        OVERALL = { 'front' => [true, true], 'top' => [false, true], 'end' => [true, false], 'bottom' => [false, false],
                    'back' => [false, false] }.freeze

        # What a place and a row are called.
        PLACES = { 'horizontal' => 'place across', 'vertical' => 'place upwards', 'row' => 'row' }.freeze

        AXES = %w[horizontal vertical].freeze
        private_constant :AXES

        TITLES = { 'front' => 'Front', 'top' => 'From the top', 'end' => 'Right end', 'bottom' => 'From below', 'back' => 'Back' }.freeze

        def self.projected? = true
        def self.measured = Family::DrawingSheet::MEASURED

        # Each of the sides is a kind.
        def self.all
          TITLES.map do |kind, title|
            Class.new(self) do
              const_set(:KIND, kind)
              const_set(:TITLE, title)
            end
          end
        end

        def frame = Drawing::Views::FRAMES.fetch(kind)
        def spot(point) = interruption ? interruption.point(point) : point

        def notes
          return [] unless home?

          solids.flat_map { |solid| notes_of(solid) }.map { |feature, text, anchor| [feature, text, anchor && spot(anchor)] }
        end

        # Of features all of whose places are said so.
        def tabled
          return [] unless home? && template.dimensions == 'table'

          solids.flat_map do |solid|
            spans_of(solid).points.select { |feature, _| in_table?(feature) }
          end.map { |feature, points| [feature, points.map { |point| spot(point) }] }
        end

        # Where places in a table are measured from.
        def corner = [box.left, box.bottom]

        # Places and rows that are shown by lines, and sizes that are said beside them.
        def dimensions
          return [] unless home?

          spans = %i[horizontal vertical].flat_map { |axis| along(axis) { true } }
          placed = spans.map { |span| Dimension.new(span.feature, span.of, PLACES.fetch(span.of), span.text) }
          placed + notes.flat_map { |feature, *| sizes(feature) }
        end

        private

        # What has dimensions: parts of the family itself, where nothing else is drawn.
        def solids = @solids ||= bodies.all? { |body| body.path.empty? } ? bodies : []

        def texts_of(solid) = (@texts ||= {}.compare_by_identity)[solid] ||= product.texts(solid)

        def spans_of(solid)
          (@spans_of ||= {}.compare_by_identity)[solid] ||= Drawing::Spans.new(solid, frame, whole_box, texts_of(solid), nil)
        end

        def along(axis, &) = solids.flat_map { |solid| spans_of(solid).along(axis, &) }

        # Of one of several, what is said of the part itself names it.
        def notes_of(solid)
          own = spans_of(solid)
          found = { rows: own.rows, placed: own.placed, homes: homes }
          told = Drawing::NoteTexts.new(solid, frame, whole_box, kind, texts_of(solid), **found).told
          return told if solids.one?

          told.map { |feature, text, anchor| [feature, feature ? text : "#{solid.part.title}: #{text}", anchor] }
        end

        # Lengths of a feature; nothing of the stock.
        def sizes(feature)
          return [] unless feature

          feature.kind.measures.filter_map do |measure|
            amount = feature.numbers.measures[measure.name]
            next unless amount.is_a?(Float) && measure.unit

            Dimension.new(feature, measure.name, measure.label, product.texts(feature).of(feature, measure.name, amount))
          end
        end

        def worked_out = interruption ? interruption.marks(whole) : whole
        def whole = product.lines(bodies, frame)
        def whole_box = @whole_box ||= Drawing::Marks.box(whole)

        # What is left out of a long slender product, where the sheet wants that; nil where nothing is.
        def interruption
          return @interruption if defined?(@interruption)

          @interruption = product.sheet.breaks == 'yes' ? Interruption.of(bodies, frame) : nil
        end

        # A span where it comes to lie: from and till along its axis, its feet across it.
        def placed(span, axis)
          return span unless interruption

          along = axis == :horizontal ? 0 : 1
          span.dup.tap do |own|
            own.from, own.till = [span.from, span.till].map { |at| interruption.moved(at, along) }
            own.feet = span.feet.map { |foot| interruption.moved(foot, 1 - along) }
          end
        end

        # The views of the same that have dimensions: one for each direction from which one looks.
        def homes = @homes ||= product.homes(template.part)

        # Whether it is the one of its direction.
        def home? = homes.include?(kind) && product.first?(template)

        def overall
          return [] unless home?

          said = kind == homes.first ? [true, true] : OVERALL.fetch(kind)
          said.zip(texts_of(bodies.first).overall(whole_box)).map { |wanted, text| text if wanted }
        end

        # Those that are shown, each with how far away it was dragged, and whether it is a link of a chain.
        def spans
          @spans ||= places.to_h do |axis, found|
            edges = [*found.edges, *found.rows('running')].map { |span| [placed(span, axis), chosen(span).away, false] }
            dragged = found.chain.filter_map { |span| chosen(span).away }.max
            chain = found.chain.map { |span| [placed(span, axis), dragged, true] }
            [axis, edges + chain + component_rows.along(axis, whole_box).map { |span| [placed(span, axis), nil, false] }]
          end
        end

        # Where it shows a whole product: views before it are those of other directions.
        def component_rows
          @component_rows ||= begin
            before = homes.first(homes.index(kind)).map { |other| Drawing::Views::FRAMES.fetch(other) }
            ComponentRows.new(template.part.empty? ? product.laid : [], frame, before, product.outcome.display)
          end
        end

        # Places::Runs, where they come to lie.
        def running
          @running ||= places.to_h do |axis, found|
            [axis, found.running.map do |run|
              span = placed(Drawing::Spans::Span.new(run.feature, run.at, run.at, run.text, [run.foot, run.foot]), axis)
              Places::Run.new(run.feature, span.till, span.feet.last, run.text, run.of, chosen(run).away)
            end]
          end
        end

        # {axis => Places}, nothing where it has no dimensions.
        def places
          @places ||= (home? ? %i[horizontal vertical] : []).to_h do |axis|
            ends = axis == :horizontal ? [whole_box.left, whole_box.right] : [whole_box.bottom, whole_box.top]
            text = ->(span, amount) { product.texts(span.feature).place(span.feature, span.of, amount) }
            [axis, Places.new(along(axis) { true }, *ends, way: method(:way), text: text)]
          end
        end

        # How a span is said: its own way, or its view's. What is said otherwise in one direction is in no table.
        def way(span)
          own = chosen(span).shown
          return own unless own == 'yes'

          edge = template.dimensions == 'yes' || (template.dimensions == 'table' && !in_table?(span.feature))
          edge ? 'edge' : template.dimensions
        end

        def in_table?(feature) = AXES.all? { |axis| product.sheet.dimension(feature.name, axis).shown == 'yes' }
        def chosen(span) = product.sheet.dimension(span.feature.name, span.of)

        # Centre lines of whole circles that are large enough for them: 2 mm past the circle (ISO 128-2).
        def extra(scale)
          break_lines(scale) + circles.select { |arc| arc.radius * scale > 1.0 }.flat_map do |arc|
            reach = arc.radius + (2.0 / scale)
            x, y = arc.centre
            [[[x - reach, y], [x + reach, y]], [[x, y - reach], [x, y + reach]]].map do |from, till|
              Drawing::Marks::Line.new(from: from, till: till, role: :centre, owner: arc.owner)
            end
          end
        end

        def break_lines(scale)
          return [] unless interruption

          across = interruption.axis.zero? ? [box.bottom, box.top] : [box.left, box.right]
          interruption.lines(*across, scale)
        end

        # Whole circles of features that are seen, one at each centre.
        def circles
          @circles ||= begin
            own = solids.flat_map { |solid| solid.features.map(&:name) }
            round = lines.grep(Drawing::Marks::Arc).select { |arc| arc.whole? && arc.role == :visible && own.include?(arc.owner) }
            round.uniq { |arc| arc.centre.map { |number| number.round(4) } }
          end
        end
      end
    end
  end
end
