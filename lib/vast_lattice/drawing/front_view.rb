# frozen_string_literal: true

module VastLattice
  module Drawing
    # The front view of a plate as SVG: what is shown, centre lines, and dimensions drawn from the edge
    # they are measured from (ISO 128 line kinds).
    #
    # +texts+ says how dimensions read: :number ("50 mm") or :formula (as typed). In an +interactive+
    # picture, features can be chosen.
    # Features above the +tier+ are left out.
    class FrontView
      EDGE = '#1d2733'
      CENTRE = '#7a6a4f'
      LEVEL = 19.0
      SIDE = 46.0
      BELOW = 38.0
      MARGIN = 8.0
      TALLEST = 300.0
      SMALLEST = 7.0

      def initialize(solid, outcome, width: 560.0, texts: :number, dimensions: true, interactive: false, tier: 'full')
        @solid = solid
        @outcome = outcome
        @width = width
        @texts = DimensionTexts.new(solid, outcome, texts)
        @dimensions = dimensions
        @interactive = interactive
        @features = solid.features.select { |feature| feature.shown? && feature.loops.any? && feature.feature.drawn_in?(tier) }
        @canvas = Canvas.new
      end

      def to_svg
        lay_out
        face
        @features.each { |feature| feature_marks(feature) }
        draw_dimensions if @dimensions
        @canvas.to_svg(@width, @height, label, role: @interactive ? 'group' : 'img')
      end

      private

      def label
        names = @features.map { |feature| feature.feature.title }
        "Front view of #{@solid.part.title}#{" with #{names.join(', ')}" if names.any?}"
      end

      def box = @solid.box

      # Leaves room above for as many levels of dimensions as are needed.
      def lay_out
        @frame = across
        above = @dimensions ? (levels.size * LEVEL) + 12 : MARGIN
        below = @dimensions ? BELOW : MARGIN
        height = box.height * @frame.scale
        @height = above + height + below
        @frame = @frame.with(base: above + height + (box.bottom * @frame.scale))
      end

      # The frame across; how high it stands is settled later.
      def across
        side = @dimensions ? SIDE : MARGIN
        scale = [(@width - (2 * side)) / box.width, TALLEST / box.height].min
        Frame.new(scale: scale, left: ((@width - (box.width * scale)) / 2) - (box.left * scale), base: 0.0)
      end

      # Features with dimensions along the width, sorted into levels on which they do not meet; the
      # shortest dimensions come nearest to the part.
      def levels
        @levels ||= @features.select { |feature| spans(feature).any? }.sort_by { |feature| -extent(feature).first }
                             .each_with_object([]) do |feature, levels|
          level = levels.find { |others| others.none? { |other| meet?(extent(feature), extent(other)) } }
          level ? level << feature : levels << [feature]
        end
      end

      def meet?(one, other) = one.first < other.last && other.first < one.last

      # Room in pixels that a feature's dimensions take, texts included.
      def extent(feature)
        (@extents ||= {})[feature] ||= measured_extent(feature)
      end

      def measured_extent(feature)
        spans(feature).flat_map do |from, till, text, _|
          low, high = [@frame.x(from), @frame.x(till)].minmax
          high - low < text.size * 6.2 ? [low - 16, high + 24 + (text.size * 6.6)] : [low - 3, high + 3]
        end.minmax
      end

      def face
        loops = @features.flat_map(&:loops)
        region = Geometry::Region.new(@solid.outline, loops, @features.flat_map(&:relations))
        outer = if region.pieces
                  region.pieces.flat_map do |ring, holes|
                    [ring, *holes]
                  end.map { |ring| @frame.ring_path(ring) }
                else
                  [@frame.loop_path(@solid.outline)]
                end
        @exact = region.free
        data = (outer + region.free.map { |loop| @frame.loop_path(loop) }).join
        @canvas.path(data, class: 'face', fill: @solid.colour, fill_rule: 'evenodd', stroke: EDGE, stroke_width: 1.5,
                           stroke_linejoin: 'round')
      end

      # Each feature again as a group of its own, to be selected and to glow.
      def feature_marks(feature)
        @canvas.group(class: 'feature', data_feature: feature.name, title: feature.feature.title, **hand(feature)) do
          data = feature.loops.map { |loop| @frame.loop_path(loop) }.join
          @canvas.path(data, fill: 'transparent', stroke: EDGE, stroke_width: 1.2,
                             stroke_dasharray: feature.loops.all? { |loop| @exact.include?(loop) } ? 'none' : '3 2')
          feature.loops.each { |loop| centre_lines(loop.box) }
        end
      end

      # What lets a feature be chosen by mouse and by keyboard.
      def hand(feature)
        @interactive ? { tabindex: 0, role: 'button', aria_label: feature.feature.title } : {}
      end

      # Crossed chain lines, where they can be told apart.
      def centre_lines(box)
        return if [box.width, box.height].min * @frame.scale < SMALLEST

        x = @frame.x((box.left + box.right) / 2)
        y = @frame.y((box.bottom + box.top) / 2)
        over = 4.0
        style = { stroke: CENTRE, stroke_width: 0.6, stroke_dasharray: '7 2 1.5 2' }
        @canvas.line(@frame.x(box.left) - over, y, @frame.x(box.right) + over, y, **style)
        @canvas.line(x, @frame.y(box.top) - over, x, @frame.y(box.bottom) + over, **style)
      end

      def draw_dimensions
        @lines = DimensionLines.new(@canvas)
        overall
        levels.each_with_index { |features, level| features.each { |feature| feature_dimensions(feature, level) } }
      end

      def overall
        left = @frame.x(box.left)
        right = @frame.x(box.right)
        bottom = @frame.y(box.bottom)
        top = @frame.y(box.top)
        across, up = @texts.overall
        @canvas.group(class: 'dimension', data_dimensions_of: 'overall') do
          @lines.horizontal(left, right, bottom + 26, [bottom, bottom], across)
          @lines.vertical(bottom, top, left - 24, [left, left], up) if up
        end
      end

      def feature_dimensions(feature, level)
        at = @frame.y(box.top) - 14 - (level * LEVEL)
        @canvas.group(class: 'dimension', data_dimensions_of: feature.name) do
          spans(feature).each do |from, till, text, feet|
            @lines.horizontal(@frame.x(from), @frame.x(till), at, feet.map { |foot| @frame.y(foot) }, text)
          end
        end
      end

      # Horizontal dimensions of a feature: [from mm, to mm, text, [foot heights in mm]].
      def spans(feature)
        (@spans ||= {})[feature] ||= measured_spans(feature)
      end

      def measured_spans(feature)
        centres = feature.loops.map { |loop| centre(loop.box) }
        (position_span(feature, centres) + pattern_span(feature, centres)).reject { |from, till, *| (from - till).abs < 1e-6 }
      end

      def centre(box) = [(box.left + box.right) / 2, (box.bottom + box.top) / 2]

      def position_span(feature, centres)
        edge = { 'left' => box.left, 'right' => box.right }[feature.feature.horizontal&.from]
        return [] unless edge && centres.any?

        x, y = centres.first
        [[edge, x, @texts.offset(feature), [box.top, y]]]
      end

      def pattern_span(feature, centres)
        return [] unless feature.feature.pattern&.along == 'horizontal' && centres.size > 1

        first, last = centres.minmax_by(&:first)
        [[first[0], last[0], @texts.pattern(feature), [first[1], last[1]]]]
      end
    end
  end
end
