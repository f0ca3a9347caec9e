# frozen_string_literal: true

module VastLattice
  module Drawing
    # The dimensions of a view: overall, and of each feature whose face one looks onto, drawn from the edge that it is
    # measured from; what else is to be said stands in Notes below. Those across stand above the part, those upwards to its
    # right, in levels on which they do not meet, nor do their texts; the shortest come nearest to the part.
    #
    # With the density :main only overall dimensions are drawn; with :selected also those of the +selected+ feature, or that
    # come from the parameter of that name; with :all everything.
    class ViewDimensions
      LEVEL = 19.0
      SIDE = 46.0
      BELOW = 38.0
      # Where the overall dimension stands below the part, and the room that its text takes above its line, px.
      OVERALL = 26.0
      TEXT = 13.5
      # Where lines stand beside the part, px.
      ABOVE = 14.0
      RIGHT = 16.0
      # How often room and scale are brought together: more levels leave less room, and in less room texts take more levels.
      ROUNDS = 4

      # +gap+ is what the picture leaves out.
      def initialize(canvas, solid, outcome, view, box, options, gap: nil)
        @canvas = canvas
        @gap = gap
        @solid = solid
        @view = view
        @box = box
        @options = options
        @texts = DimensionTexts.new(solid, outcome, options.texts)
        @sources = options.interactive ? DimensionSources.new(solid, outcome.plan) : nil
        @spans = Spans.new(solid, view, box, @texts, @sources)
        @across, @upwards = %i[horizontal vertical].map { |axis| main_alone? ? [] : spans(axis) }
        @notes = Notes.new(told, options.width)
      end

      # A Paper on which all has its place, and the height of the picture: what was asked for, or more where that is needed.
      def lay_out
        @columns = []
        @rows = []
        @under = @lower = @drop = 0
        paper = settled
        @height = [@options.height || 0, paper.y(@box.bottom) + below, lowest_text(paper) + 4].max
        [@paper = paper, @height]
      end

      def draw
        @lines = DimensionLines.new(@canvas, @options.width, @height)
        overall
        @rows.each_with_index { |spans, level| spans.each { |span| across(span, level) } }
        @columns.each_with_index { |spans, level| spans.each { |span| upwards(span, level) } }
        @notes.draw(@canvas, @paper.y(@box.bottom) + BELOW + @lower) do |note, drawing|
          group(note.feature&.name || 'stock', note.names, &drawing)
        end
      end

      private

      # The Paper for which levels and notes take no other room than they had, or that of the last round.
      def settled
        ROUNDS.times do |round|
          before = [right, above, below]
          paper = fitted
          return paper if [right, above, below] == before || round == ROUNDS - 1
        end
      end

      # A Paper for the levels and notes as they are known, which are then laid out anew for it.
      def fitted
        room = { left: SIDE, right: right, above: above, below: below }
        paper = Paper.fitting(@box, room, width: @options.width, height: @options.height, tallest: @options.tallest,
                                          least: ModelView::LEAST, gap: @gap)
        paper.tap { levels_on(paper) }
      end

      def levels_on(paper)
        @rows = levels(@across) { |span| stretch(ends(span) { |at| paper.x(at) }, span.text, @options.width) }
        @columns = levels(@upwards) { |span| upright(paper, span) }
        @drop = drop(paper)
        @lower = [lowest_text(paper) - paper.y(@box.bottom) - BELOW + 8, @drop].max
        @under = @notes.lay_out(paper)
      end

      def above = (@rows.size * LEVEL) + ABOVE
      def right = [SIDE, (@columns.size * LEVEL) + 20].max
      def below = BELOW + @under + @lower

      # The lower end of upright texts, px, under which notes begin.
      def lowest_text(paper)
        overall = stretch([@box.top, @box.bottom].map { |at| paper.y(at) }, @texts.overall(@box).last, Float::INFINITY)
        [overall, *@columns.flatten.map { |span| upright(paper, span) }].map(&:last).max
      end

      # How much lower the overall dimension stands where its text reaches below upright ones that reach below the part.
      def drop(paper)
        ends = [@box.left, @box.right].map { |at| paper.x(at) }
        reached = stretch(ends, @texts.overall(@box).first, @options.width).last
        lowest = @columns.flatten.map { |span| upright(paper, span).last }.max
        return 0 if lowest.nil? || reached < ends.last + RIGHT - TEXT

        [lowest + TEXT - paper.y(@box.bottom) - OVERALL, 0].max
      end

      # The stretch of an upright span, px; the picture gets as high as its text needs.
      def upright(paper, span) = stretch(ends(span) { |at| paper.y(at) }, span.text, Float::INFINITY)

      def ends(span, &) = [span.from, span.till].map(&)
      def stretch(ends, text, most) = DimensionLines.reach(*ends.minmax, text, most).last(2)

      # Spans in levels; the block gives the stretch of each, px.
      def levels(spans)
        spans.sort_by { |span| (span.till - span.from).abs }.each_with_object([]) do |span, levels|
          room = yield(span)
          level = levels.find { |others| others.none? { |other| meet?(room, yield(other)) } }
          level ? level << span : levels << [span]
        end
      end

      def meet?(one, other) = one.first - 4 < other.last && other.first < one.last + 4

      def spans(axis)
        @spans.along(axis) { |span| drawn?(span.feature, span.names) }.reject { |span| left_out?(axis, *[span.from, span.till].minmax) }
      end

      # Whether what lies between two places along an axis is in the gap.
      def left_out?(axis, low, high) = @gap && (@gap.axis == :x) == (axis == :horizontal) && @gap.swallows?(low, high)

      # Whether nothing but overall dimensions is wanted.
      def main_alone? = @options.density == :main || (@options.density == :selected && @options.selected.nil?)

      # Whether something is drawn in this density: what belongs to a feature and comes from parameters of these +names+.
      def drawn?(feature, names)
        return @options.density == :all unless @options.density == :selected

        [feature&.name, *names].compact.any? { |name| name.casecmp?(@options.selected.to_s) }
      end

      # What is told in words: always of the stock; of features by density.
      def told
        return note_texts.of_stock.map { |text| Notes::Note.new(text: text) } if main_alone?

        note_texts(rows: @spans.rows, placed: @spans.placed).told.filter_map do |feature, text, anchor|
          names = feature ? @sources&.sizes(feature) : nil
          Notes::Note.new(feature: feature, text: text, anchor: pointed(anchor), names: names) if feature.nil? || drawn?(feature, names)
        end
      end

      # Where a leader begins; nowhere in the gap.
      def pointed(anchor)
        anchor unless anchor && %i[horizontal vertical].zip(anchor).any? { |axis, at| left_out?(axis, at, at) }
      end

      def note_texts(**drawn) = NoteTexts.new(@solid, @view, @box, @options.view, @texts, **drawn)

      def overall
        left = @paper.x(@box.left)
        right = @paper.x(@box.right)
        bottom = @paper.y(@box.bottom)
        top = @paper.y(@box.top)
        across, up = @texts.overall(@box)
        group('overall', @sources&.overall(@box.width)) do
          @lines.horizontal(left, right, bottom + OVERALL + @drop, [bottom, bottom], across)
        end
        group('overall', @sources&.overall(@box.height)) { @lines.vertical(bottom, top, left - 24, [left, left], up) }
      end

      def group(name, names, &)
        given = names.to_a.empty? ? {} : { data_parameter: names.join(' ') }
        @canvas.group(class: 'dimension', data_dimensions_of: name, **given, &)
      end

      def across(span, level)
        at = @paper.y(@box.top) - ABOVE - (level * LEVEL)
        group(span.feature.name, span.names) do
          @lines.horizontal(@paper.x(span.from), @paper.x(span.till), at, span.feet.map { |foot| @paper.y(foot) }, span.text)
        end
      end

      def upwards(span, level)
        at = @paper.x(@box.right) + RIGHT + (level * LEVEL)
        group(span.feature.name, span.names) do
          @lines.vertical(@paper.y(span.from), @paper.y(span.till), at, span.feet.map { |foot| @paper.x(foot) }, span.text)
        end
      end
    end
  end
end
