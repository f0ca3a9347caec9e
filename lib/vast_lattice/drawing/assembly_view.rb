# frozen_string_literal: true

module VastLattice
  module Drawing
    # A view of bodies that stand before each other, as SVG: every face hides what lies behind it, and what is hidden is not drawn.
    # Consecutive faces of one body are a group that names its component, so that a page can choose it, make others faint, and show
    # who decides it. Options as of ModelView; of dimensions the overall ones are drawn.
    class AssemblyView
      EDGES = { across: %w[0 0 1 0], upwards: %w[0 0 0 1] }.freeze
      # Where shades of what is round stand across it, and what they are.
      STOPS = [0.02, 0.12, 0.3, 0.5, 0.7, 0.88, 0.98].map { |at| [at, Math.sqrt(1 - (((2 * at) - 1)**2))] }.freeze
      ROOM = { left: 52.0, right: 12.0, above: 10.0, below: 44.0 }.freeze
      BARE = ROOM.transform_values { 8.0 }.freeze
      # Distance of dimension lines from the picture, px.
      OFF = 26.0
      private_constant :STOPS

      # +bodies+ are Geometry::Model::Bodies, as far as they are to be drawn.
      def initialize(bodies, outcome, **options)
        @options = ModelView::Options.new(**options)
        @outcome = outcome
        @view = Views::FRAMES.fetch(@options.view)
        @bodies = bodies.select { |body| body.shown && body.drawn_in?(@options.tier) }.map { |body| Tier.of(body, @options.tier) }
        @canvas = Canvas.new
        @shades = {}
      end

      # The picture, or nil where nothing is shown.
      def to_svg
        return if @bodies.empty?

        @paper, @height = fitted
        Stacked.new(@bodies, @view).layers.chunk_while { |one, other| one.body == other.body }.each { |layers| draw(layers) }
        @canvas.definitions(gradients) if @shades.any?
        dimensions if @options.dimensions
        @canvas.to_svg(@options.width, @height, label, role: @options.interactive ? 'group' : 'img', data_scale: @paper.scale.round(6).to_s,
                                                       data_left: @paper.left, data_base: @paper.base)
      end

      private

      def label = "#{Views::TITLES.fetch(@options.view)} of #{@outcome.plan.family.name}"

      def box
        @box ||= if @options.extent
                   Geometry::Box.new(**%i[left right bottom top].zip(@options.extent).to_h)
                 else
                   corners = @bodies.flat_map { |body| body.corners.map { |corner| @view.local(corner) } }
                   xs, ys, = corners.transpose
                   Geometry::Box.new(left: xs.min, right: xs.max, bottom: ys.min, top: ys.max)
                 end
      end

      def fitted
        room = @options.dimensions ? ROOM : BARE
        paper = Paper.fitting(box, room, width: @options.width, height: @options.height, tallest: @options.tallest, least: ModelView::LEAST)
        [paper, @options.height || (room[:below] + paper.y(box.bottom))]
      end

      # Faces of one body.
      def draw(layers)
        body = @bodies[layers.first.body]
        given = { data_part: body.part.name, data_component: (body.path.join('.') unless body.path.empty?) }.compact
        paper = @paper.with(left: @paper.left + (layers.first.x * @paper.scale), base: @paper.base - (layers.first.y * @paper.scale))
        @canvas.group(class: 'part', **given) { layers.each { |layer| layer(layer, body.colour, paper) } }
      end

      # +paper+ is moved to where the body is; pieces that were cut are where they are already.
      def layer(layer, colour, paper)
        seen = layer.seen
        return face(seen, colour, paper) if seen.loops

        fill = fill(seen.tone, colour)
        rings = layer.piece ? @paper.ring_path(layer.piece) : [seen.ring, *seen.holes].map { |ring| paper.ring_path(ring) }.join
        edge = fill.start_with?('#') ? { stroke: fill, stroke_width: 0.4 } : {}
        @canvas.path(rings, fill: fill, fill_rule: 'evenodd', **edge)
        edges(seen.edges, paper) unless layer.piece || seen.edges.empty?
      end

      def edges(edges, paper)
        @canvas.path(edges.map { |from, till| paper.line_path(from, till) }.join, fill: 'none', stroke: ModelView::EDGE, stroke_width: 0.9,
                                                                                  stroke_linecap: 'round')
      end

      def face(seen, colour, paper)
        data = seen.loops.map { |loop| paper.loop_path(loop) }.join
        line = { stroke: ModelView::EDGE, stroke_width: 0.9, stroke_linejoin: 'round' }
        lined = seen.edges.empty?
        @canvas.path(data, class: 'face', fill: fill(seen.tone, colour), fill_rule: 'evenodd', **(lined ? line : {}))
        return if lined

        lines = seen.lined.map { |loop| paper.loop_path(loop) } + seen.edges.map { |from, till| paper.line_path(from, till) }
        @canvas.path(lines.join, fill: 'none', **line)
      end

      # A shade, or the reference to one that runs across what is round.
      def fill(tone, colour)
        return (@plain ||= {})[[tone.round(2), colour]] ||= Shade.of(colour, tone) unless EDGES.key?(tone)

        "url(##{@shades[[tone, colour]] ||= "round-#{tone}-#{colour.delete('#')}"})"
      end

      def gradients
        @shades.map do |(tone, colour), name|
          ends = %w[x1 y1 x2 y2].zip(EDGES.fetch(tone)).map { |key, value| %(#{key}="#{value}") }.join(' ')
          stops = STOPS.map { |at, shade| %(<stop offset="#{at}" stop-color="#{Shade.of(colour, shade)}"/>) }.join
          %(<linearGradient id="#{name}" #{ends}>#{stops}</linearGradient>)
        end.join
      end

      # Over all, across and upwards.
      def dimensions
        lines = DimensionLines.new(@canvas, @options.width, @height)
        left, right = [box.left, box.right].map { |at| @paper.x(at) }
        bottom, top = [box.bottom, box.top].map { |at| @paper.y(at) }
        across, up = [box.width, box.height].map { |length| @outcome.display.drawn(length.round(1)) }
        @canvas.group(class: 'dimensions') do
          @canvas.group(class: 'dimension', data_dimensions_of: 'overall') do
            lines.horizontal(left, right, bottom + OFF, [bottom, bottom], across)
          end
          @canvas.group(class: 'dimension', data_dimensions_of: 'overall') { lines.vertical(bottom, top, left - OFF, [left, left], up) }
        end
      end
    end
  end
end
