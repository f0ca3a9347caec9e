# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # A view to scale with its dimensions by the conventions of ISO 129-1: places of features and their rows above it and to its right, the
    # shortest nearest to it, what it measures over all below it and to its left; in levels on which neither lines nor texts meet.
    class Dimensioned
      # From the outline to the first level, and from one level to the next, mm.
      FIRST = 9.0
      LEVEL = 7.0
      # What a line keeps clear of a text beside it, and the least that it can be dragged to, mm.
      BESIDE = 5.0
      TEXT = 2.5
      # Above its line.
      OVER = 0.8
      ARROW = 2.5
      SLOPE = 0.13
      APART = 1.5
      NEAR = 1e-6

      # The height of the caption, and how far below the view and its dimensions it stands, mm.
      CAPTION = 3.5
      UNDER = 4.0
      # Around what has no dimensions on a side, mm.
      LEAST = 2.0

      # Its name, its lines in mm of the model, and its scale.
      attr_reader :name, :lines, :scale

      # +lines+ are Marks of the view in mm of the model, +box+ what of it is measured; +spans+ {horizontal:, vertical:} lists of
      # [Drawing::Spans::Span, how far it was dragged away or nil, whether it is a link of a chain]; +running+ lists of Places::Runs by the
      # same names; +overall+ the two texts, nil where another view says them; +caption+
      # stands below it; +least+ is the room around what has no dimensions on a side.
      def initialize(name, lines, box, scale, spans: {}, running: {}, overall: [], caption: nil, least: LEAST)
        @name = name
        @lines = lines
        @model = box
        @scale = scale
        @running_across = Running.new(runs(running.fetch(:horizontal, []), box.left, box.bottom))
        @running_upwards = Running.new(runs(running.fetch(:vertical, []), box.bottom, box.left))
        @across = levels(spans.fetch(:horizontal, []), [box.left, box.bottom], width, @running_across)
        @upwards = levels(spans.fetch(:vertical, []), [box.bottom, box.left], height, @running_upwards, :after)
        @overall = overall
        @caption = caption
        @least = least
      end

      # The view itself, to scale, from its lower left corner.
      def width = @model.width * @scale
      def height = @model.height * @scale

      # What its dimensions and its caption take around it, mm.
      def room = @room ||= captioned(dimensioned)

      # How far from its right end upright dimensions are counted from, mm.
      def upright_from = beside - 2

      # Where the origin of the model is when the lower left corner of the view is at x, y.
      def origin(x, y) = [x - (@model.left * @scale), y - (@model.bottom * @scale)]

      # All marks but its lines, with its lower left corner at x, y.
      def around(x, y) = [*dimensions, *caption_marks].map { |mark| mark.placed(1.0, x, y) }

      # Its Measures: what is said from one origin is not among them.
      def measures(x, y) = laid.map { |measure| measure.placed(x, y) }

      # A point of the view, mm of the model, as it stands then.
      def at(point) = Drawing::Marks.place(point, @scale, -@model.left * @scale, -@model.bottom * @scale)

      private

      def dimensioned
        across, upwards = [@across, @upwards].map { |levels| levels.flat_map(&:last) }
        lying = [*across, *whole_across]
        upright = [*upwards, *whole_upwards]
        { above: [outer(@across, @running_across), past(upright, height), beyond(@running_upwards, height)].max,
          right: [beside, outer(@upwards, @running_upwards) + beside - 2, past(whole_across, width)].max,
          below: [under(@overall[0]), before(upright)].max,
          left: [under(@overall[1]), before(lying)].max }
      end

      # How far spans reach past the end of the view, and before its beginning.
      def past(spans, end_of) = spans.map { |span| span.reach[1] - end_of + 1 }.max || 0.0
      def before(spans) = spans.map { |span| 1 - span.reach[0] }.max || 0.0

      # What the dimension over all takes, where it is said.
      def under(overall) = overall ? [FIRST + 4, @least].max : @least

      def captioned(room)
        return room unless @caption

        over = [(caption_text(0, 0).width - width) / 2, 0.0].max
        room.merge(below: room[:below] + UNDER + CAPTION + 1, left: [room[:left], over].max, right: [room[:right], over].max)
      end

      def outer(levels, running)
        return after(levels, running) + running.depth unless running.empty?

        levels.empty? ? @least : levels.map(&:first).max + TEXT + OVER + 1
      end

      # How far from the view the line of what is said from one origin stands: past all levels, or where it was dragged to.
      def after(levels, running) = [levels.empty? ? FIRST : levels.map(&:first).max + LEVEL, running.away].max

      # How far running dimensions reach past an end of the view.
      def beyond(running, end_of) = running.empty? ? 0.0 : [running.reach - end_of, 0.0].max

      # How far dimensions across reach past the right end: upright ones stand behind that.
      def beside
        @beside ||= [2.0, beyond(@running_across, width) + 1, *@across.flat_map(&:last).map { |span| span.reach[1] - width + 1 }].max
      end

      # [[how far from the view, spans], …]: those that were dragged first, where they were dragged to, or further out where one is already;
      # the others in levels. +start+ is where the view begins along and across, mm of the model.
      def levels(spans, start, most, running, side = nil)
        placed = []
        in_order(scaled(spans, start, most, side), running.places).each { |span| placed << [distance(span, placed), span] }
        placed.group_by(&:first).sort.map { |away, own| [away, own.map(&:last)] }
      end

      # The dragged ones first, then chains, then the shortest; each knows where others come by.
      def in_order(spans, places)
        ordered = spans.sort_by { |span| [span.away ? 0 : 1, span.linked ? 0 : 1, (span.till - span.from).abs] }
        ordered.each { |span| span.stops = places + (ordered - [span]).flat_map { |other| [other.from, other.till] } }
      end

      def runs(runs, along, across)
        runs.map do |run|
          run.dup.tap do |own|
            own.at = (run.at - along) * @scale
            own.foot = (run.foot - across) * @scale
          end
        end
      end

      def distance(span, placed)
        at = span.away ? [span.away, BESIDE].max : FIRST
        at += LEVEL while placed.any? { |away, other| (away - at).abs < BESIDE && meet?(span, other) }
        at
      end

      def scaled(spans, (along, across), most, side)
        spans.map do |span, away, chain|
          from, till = [span.from, span.till].map { |at| (at - along) * @scale }
          feet = span.feet.map { |foot| (foot - across) * @scale }
          about = { owner: span.feature&.name, most: most, side: side, away: away, measured: span.of, linked: chain }
          Span.new(from, till, span.text, feet, **about)
        end
      end

      def caption_text(x, y)
        Drawing::Marks::Text.new(at: [x, y], words: @caption, height: CAPTION, anchor: :middle, role: :frame)
      end

      # Below the view and its dimensions.
      def caption_marks = @caption ? [caption_text(width / 2, -room[:below] + 1)] : []

      def meet?(one, other)
        apart = one.linked && other.linked ? -NEAR : APART
        one.reach[0] - apart < other.reach[1] && other.reach[0] < one.reach[1] + apart
      end

      def dimensions = laid.flat_map(&:marks) + from_origin

      # Measures with the lower left corner of the view at 0, 0.
      def laid
        @laid ||= begin
          rows = @across.flat_map { |away, spans| spans.map { |span| line(span, height + away, flat: true) } }
          columns = @upwards.flat_map { |away, spans| spans.map { |span| line(span, width + upright_from + away, flat: false) } }
          rows + columns + whole
        end
      end

      def from_origin
        lying = @running_across.empty? ? [] : @running_across.marks(height + after(@across, @running_across))
        return lying if @running_upwards.empty?

        lying + @running_upwards.marks(width + upright_from + after(@upwards, @running_upwards)).map { |mark| upright(mark) }
      end

      # What the view measures over all, below it and to its left.
      def whole
        whole_across.map { |span| line(span, -FIRST, flat: true) } + whole_upwards.map { |span| line(span, -FIRST, flat: false) }
      end

      def whole_across = @overall[0] ? [whole_span(0, width, :after)] : []
      def whole_upwards = @overall[1] ? [whole_span(1, height, :before)] : []

      def whole_span(axis, length, side)
        Span.new(0.0, length, @overall[axis], [0.0, 0.0], owner: 'overall', most: length, side: side)
      end

      # A dimension line at a distance across its direction, as a Measure.
      def line(span, at, flat:)
        first, last, text = span.line
        marks = [span.from, span.till].zip(span.feet).map do |place, foot|
          stroke([place, foot + (foot < at ? 1 : -1)], [place, at + (foot < at ? 1.5 : -1.5)], span)
        end
        marks << stroke([first, at], [last, at], span)
        marks += arrows(span.low, span.high, at, span.tight?, span)
        marks << Drawing::Marks::Text.new(at: [text, at + OVER], words: span.text, height: TEXT, owner: span.owner, of: span.of)
        Measure.of(span, at, flat ? marks : marks.map { |mark| upright(mark) }, upright: !flat)
      end

      def stroke(from, till, span) = Drawing::Marks::Line.new(from: from, till: till, role: :dimension, owner: span.owner, of: span.of)

      def arrows(low, high, at, tight, span)
        [[low, tight ? 1 : -1], [high, tight ? -1 : 1]].map do |tip, way|
          Drawing::Marks::Area.new(rings: [Arrowhead.ring([tip, at], [way, 0], ARROW, SLOPE)], owner: span.owner, of: span.of)
        end
      end

      def turned(text)
        return text.with(at: [text.at[1], text.at[0] - text.height], turn: 0) unless text.turn.zero?

        text.with(at: [text.at[1] - (2 * OVER), text.at[0]], turn: 90)
      end

      # What was laid out along x, along y: read from the right (ISO 129-1).
      def upright(mark)
        case mark
        when Drawing::Marks::Line then mark.with(from: mark.from.reverse, till: mark.till.reverse)
        when Drawing::Marks::Arc then mark.with(centre: mark.centre.reverse)
        when Drawing::Marks::Area then mark.with(rings: mark.rings.map { |ring| ring.map(&:reverse) })
        else turned(mark)
        end
      end
    end
  end
end
