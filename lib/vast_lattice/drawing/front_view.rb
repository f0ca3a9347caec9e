# frozen_string_literal: true

module VastLattice
  module Drawing
    # The front view of a plate as SVG: what is shown, centre lines, and dimensions drawn from the edge
    # they are measured from (ISO 128 line kinds).
    #
    # +texts+ says how dimensions read: :number ("50 mm") or :formula (as typed). +selected+ is a feature
    # that stands out.
    class FrontView
      EDGE = '#1d2733'
      CENTRE = '#7a6a4f'
      LEVEL = 19.0
      SIDE = 46.0
      SMALLEST = 7.0

      def initialize(solid, outcome, width: 560.0, texts: :number, dimensions: true)
        @solid = solid
        @outcome = outcome
        @width = width
        @texts = DimensionTexts.new(solid, outcome, texts)
        @dimensions = dimensions
        @features = solid.features.select { |feature| feature.shown? && feature.loops.any? }
        @canvas = Canvas.new
      end

      def to_svg
        lay_out
        face
        @features.each { |feature| feature_marks(feature) }
        draw_dimensions if @dimensions
        @canvas.to_svg(@width, @height, label)
      end

      private

      def label
        names = @features.map { |feature| feature.feature.title }
        "Front view of #{@solid.part.title}#{" with #{names.join(', ')}" if names.any?}"
      end

      def box = @solid.box

      # Leaves room above for one level per positioned feature.
      def lay_out
        side = @dimensions ? SIDE : 8.0
        above = @dimensions ? (positioned.size * LEVEL) + 12 : 8.0
        below = @dimensions ? 38.0 : 8.0
        scale = [(@width - (2 * side)) / box.width, 300.0 / box.height].min
        left = (@width - (box.width * scale)) / 2
        @height = above + (box.height * scale) + below
        @frame = Frame.new(scale: scale, left: left - (box.left * scale), base: @height - below + (box.bottom * scale))
      end

      # Features with dimensions along the width, so each gets a level of its own.
      def positioned = @positioned ||= @features.select { |feature| spans(feature).any? }

      def face
        loops = @features.flat_map(&:loops)
        region = Geometry::Region.new(@solid.outline, loops, @features.flat_map(&:relations))
        outer = region.pieces ? region.pieces.flat_map { |ring, holes| [ring, *holes] }.map { |ring| @frame.ring_path(ring) } : [@frame.loop_path(@solid.outline)]
        @exact = region.free
        data = (outer + region.free.map { |loop| @frame.loop_path(loop) }).join
        @canvas.path(data, class: 'face', fill: @solid.material.colour, fill_rule: 'evenodd', stroke: EDGE, stroke_width: 1.5,
                           stroke_linejoin: 'round')
      end

      # Each feature again as a group of its own, to be selected and to glow.
      def feature_marks(feature)
        @canvas.group(class: 'feature', data_feature: feature.name, tabindex: 0, role: 'button', title: feature.feature.title) do
          data = feature.loops.map { |loop| @frame.loop_path(loop) }.join
          @canvas.path(data, fill: 'transparent', stroke: EDGE, stroke_width: 1.2,
                             stroke_dasharray: feature.loops.all? { |loop| @exact.include?(loop) } ? 'none' : '3 2')
          feature.loops.each { |loop| centre_lines(loop.box) }
        end
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
        positioned.each_with_index { |feature, level| feature_dimensions(feature, level) }
      end

      def overall
        left, right = @frame.x(box.left), @frame.x(box.right)
        bottom, top = @frame.y(box.bottom), @frame.y(box.top)
        across, up = @texts.overall
        @canvas.group(class: 'dimension', data_dimension: 'overall') do
          @lines.horizontal(left, right, bottom + 26, [bottom, bottom], across)
          @lines.vertical(bottom, top, left - 24, [left, left], up) if up
        end
      end

      def feature_dimensions(feature, level)
        at = @frame.y(box.top) - 14 - (level * LEVEL)
        @canvas.group(class: 'dimension', data_dimension: feature.name) do
          spans(feature).each do |from, till, text, feet|
            @lines.horizontal(@frame.x(from), @frame.x(till), at, feet.map { |foot| @frame.y(foot) }, text)
          end
        end
      end

      # Horizontal dimensions of a feature: [from mm, to mm, text, [foot heights in mm]].
      def spans(feature)
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
