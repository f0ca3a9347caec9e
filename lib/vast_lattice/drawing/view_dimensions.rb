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
      # Where lines stand beside the part, px.
      ABOVE = 14.0
      RIGHT = 16.0
      # How often room and scale are brought together: more levels leave less room, and in less room texts take more levels.
      ROUNDS = 4

      # A dimension: from and till in mm along its direction, its text, the two feet across it, and the parameters from
      # which it comes.
      Span = Struct.new(:feature, :from, :till, :text, :feet, :names)

      def initialize(canvas, solid, outcome, view, box, options)
        @canvas = canvas
        @solid = solid
        @view = view
        @box = box
        @options = options
        @texts = DimensionTexts.new(solid, outcome, options.texts)
        @sources = options.interactive ? DimensionSources.new(solid, outcome.plan) : nil
        @across, @upwards = %i[horizontal vertical].map { |axis| spans(axis) }
        @notes = Notes.new(told, options.width)
      end

      # A Paper on which all has its place, and the height of the picture: what was asked for, or more where that is needed.
      def lay_out
        @columns = []
        @rows = []
        @under = 0
        paper = settled
        @height = [@options.height || 0, paper.y(@box.bottom) + below, lowest(paper)].max
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
        paper = Paper.fitting(@box, room, width: @options.width, height: @options.height, tallest: @options.tallest, least: ModelView::LEAST)
        paper.tap { levels_on(paper) }
      end

      def levels_on(paper)
        @rows = levels(@across) { |span| stretch([span.from, span.till].map { |at| paper.x(at) }, span.text, @options.width) }
        @columns = levels(@upwards) { |span| stretch([span.from, span.till].map { |at| paper.y(at) }, span.text, Float::INFINITY) }
        @lower = [lowest_text(paper) - paper.y(@box.bottom) - BELOW + 8, 0].max
        @under = @notes.lay_out(paper)
      end

      def above = (@rows.size * LEVEL) + ABOVE
      def right = [SIDE, (@columns.size * LEVEL) + 20].max
      def below = BELOW + @under + (@lower || 0)

      # The lower end of upright texts, px, under which notes begin.
      def lowest_text(paper)
        texts = @columns.flatten.map { |span| stretch([span.from, span.till].map { |at| paper.y(at) }, span.text, Float::INFINITY).last }
        own = stretch([paper.y(@box.top), paper.y(@box.bottom)], @texts.overall(@box, @options.view).last, Float::INFINITY).last
        [*texts, own].max
      end

      def lowest(paper) = lowest_text(paper) + 4

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

        note_texts(rows: rows_of(%i[horizontal vertical]), placed: looked_onto.map(&:name)).told.filter_map do |feature, text, anchor|
          names = feature ? @sources&.sizes(feature) : nil
          Notes::Note.new(feature: feature, text: text, anchor: anchor, names: names) if feature.nil? || drawn?(feature, names)
        end
      end

      def note_texts(**drawn) = NoteTexts.new(@solid, @view, @box, @options.view, @texts, **drawn)

      # Names of features whose row some view's line tells.
      def rows_of(axes)
        axes.flat_map { |axis| looked_onto.select { |feature| row?(feature, axis) }.map(&:name) }.uniq
      end

      def overall
        left = @paper.x(@box.left)
        right = @paper.x(@box.right)
        bottom = @paper.y(@box.bottom)
        top = @paper.y(@box.top)
        across, up = @texts.overall(@box, @options.view)
        group('overall', @sources&.overall(@box.width)) { @lines.horizontal(left, right, bottom + 26, [bottom, bottom], across) }
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

      def looked_onto
        @looked_onto ||= @solid.features.select { |feature| feature.shown? && feature.seat && feature.loops.any? && level?(feature) }
      end

      def level?(feature)
        frame = feature.seat.frame.within(@solid.frame)
        frame.parallel?(@view.n) && [frame.u, frame.v].any? { |axis| Geometry::Vector.dot(axis, @view.u).abs > 1 - 1e-9 }
      end

      # What several features share is drawn once.
      def spans(axis)
        return [] if main_alone?

        found = looked_onto.flat_map { |feature| feature_spans(feature, axis) }.reject { |span| (span.from - span.till).abs < 1e-6 }
        found.select { |span| drawn?(span.feature, span.names) }.uniq { |span| [span.from.round(3), span.till.round(3), span.text] }
      end

      # Position from its edge or feature, and the row of its pattern.
      def feature_spans(feature, axis)
        frame = feature.seat.frame.within(@solid.frame)
        centres = feature.centres.map { |x, y| @view.local(frame.point(x, y)).first(2) }
        wall = feature.wall
        # In a view that is turned against the wall, its directions change places.
        along = Geometry::Vector.dot(frame.u, @view.u).abs > 0.5 ? axis : { horizontal: :vertical, vertical: :horizontal }[axis]
        [position(feature, along, axis, nearest(centres, axis), frame, wall), row(feature, along, axis, centres)].compact
      end

      # Of the instances that stand level with the first, the one nearest to the dimension line.
      def nearest(centres, axis)
        at = axis == :horizontal ? 0 : 1
        centres.select { |centre| (centre[at] - centres.first[at]).abs < 1e-6 }.max_by { |centre| centre[1 - at] }
      end

      def position(feature, along, axis, centre, frame, wall)
        return if feature.feature.pattern&.kind == 'fitted' && feature.feature.pattern.along == along.to_s

        from = feature.feature.public_send(along)&.from or return
        start = start_of(feature, from, along, frame, wall) or return
        at = axis == :horizontal ? 0 : 1
        edge = axis == :horizontal ? @box.top : @box.right
        Span.new(feature, start[at], centre[at], @texts.offset(feature, along), [edge, centre[1 - at]],
                 @sources&.offset(feature, along))
      end

      # The point that a position is measured from, in the view.
      def start_of(feature, from, along, frame, wall)
        base = feature.feature.public_send(along).feature && @solid.features.find { |other| other.name.casecmp?(from) }
        return base.points.first && @view.local(@solid.frame.point(*base.points.first)).first(2) if base

        zero = feature.numbers.public_send(along).abs < 1e-9
        return if zero && from == 'centre'

        x = along == :horizontal ? wall.across(from, 0.0) : 0.0
        y = along == :vertical ? wall.upwards(from, 0.0) : 0.0
        @view.local(frame.point(x, y)).first(2)
      end

      # Whether the row of its pattern is dimensioned along an axis of its wall.
      def row?(feature, along)
        pattern = feature.feature.pattern
        pattern && %w[linear fitted grid].include?(pattern.kind) && pattern.along == along.to_s && feature.centres.size > 1
      end

      def row(feature, along, axis, centres)
        return unless row?(feature, along)

        at = axis == :horizontal ? 0 : 1
        first, last = centres.minmax_by { |centre| centre[at] }
        Span.new(feature, first[at], last[at], @texts.pattern(feature), [first[1 - at], last[1 - at]], @sources&.pattern(feature))
      end
    end
  end
end
