# frozen_string_literal: true

module VastLattice
  module Drawing
    # The dimensions of a view: overall, and of each feature whose face one looks onto, drawn from the edge that it is
    # measured from. Those across stand above the part, those upwards to its right, in levels on which they do not
    # meet; the shortest come nearest to the part.
    class ViewDimensions
      LEVEL = 19.0
      SIDE = 46.0
      BELOW = 38.0
      # More levels than this would leave no room for the part.
      MOST = 7

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
        @across = spans(:horizontal)
        @upwards = spans(:vertical)
      end

      # Room in px that is needed around the part.
      def room
        @sides = []
        # The more levels stand beside the part, the smaller it is drawn, and the more room the texts take.
        2.times { @sides = levels(@upwards, scale) }
        @levels = levels(@across, scale)
        above = (@levels.size * LEVEL) + 14
        # The picture is at least as high as its longest upright text.
        lacking = [longest - above - (@box.height * scale) - BELOW, 0].max
        { left: SIDE, right: right, above: above, below: BELOW + lacking }
      end

      # +height+ is that of the picture, px.
      def lay_out(paper, height)
        @paper = paper
        @height = height
      end

      def draw
        @lines = DimensionLines.new(@canvas, @height)
        overall
        @levels.each_with_index { |spans, level| spans.each { |span| across(span, level) } }
        @sides.each_with_index { |spans, level| spans.each { |span| upwards(span, level) } }
      end

      private

      def longest = @sides.flatten.map { |span| DimensionLines.length(span.text) }.max || 0

      def right = [SIDE, (@sides.size * LEVEL) + 20].max
      def scale = [(@options.width - SIDE - right) / [@box.width, 1e-6].max, @options.tallest / [@box.height, 1e-6].max].min

      def levels(spans, scale)
        spans.sort_by { |span| (span.till - span.from).abs }.each_with_object([]) do |span, levels|
          room = extent(span, scale)
          level = levels.find { |others| others.none? { |other| meet?(room, extent(other, scale)) } }
          level ? level << span : levels << [span]
        end.first(MOST)
      end

      def meet?(one, other) = one.first < other.last && other.first < one.last

      # Room along its direction, text included, px.
      def extent(span, scale)
        low, high = [span.from, span.till].minmax.map { |at| at * scale }
        wide = span.text.size * 6.6
        return [low - 16, high + 24 + wide] if high - low < span.text.size * 4.2

        over = [(wide - (high - low)) / 2, 0].max
        [low - over - 3, high + over + 3]
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
        at = @paper.y(@box.top) - 14 - (level * LEVEL)
        group(span.feature.name, span.names) do
          @lines.horizontal(@paper.x(span.from), @paper.x(span.till), at, span.feet.map { |foot| @paper.y(foot) }, span.text)
        end
      end

      def upwards(span, level)
        at = @paper.x(@box.right) + 16 + (level * LEVEL)
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
        found = looked_onto.flat_map { |feature| feature_spans(feature, axis) }.reject { |span| (span.from - span.till).abs < 1e-6 }
        found.uniq { |span| [span.from.round(3), span.till.round(3), span.text] }
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

      def row(feature, along, axis, centres)
        pattern = feature.feature.pattern
        return unless pattern && %w[linear fitted grid].include?(pattern.kind) && pattern.along == along.to_s && centres.size > 1

        at = axis == :horizontal ? 0 : 1
        first, last = centres.minmax_by { |centre| centre[at] }
        Span.new(feature, first[at], last[at], @texts.pattern(feature), [first[1 - at], last[1 - at]], @sources&.pattern(feature))
      end
    end
  end
end
