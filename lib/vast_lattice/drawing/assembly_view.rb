# frozen_string_literal: true

module VastLattice
  module Drawing
    # A view of bodies that stand before each other, for the screen: every face hides what lies behind it, and what is hidden is not drawn.
    # Consecutive faces of one body are a group that names its component, so that a page can choose it, make others faint, and show
    # who decides it. Options as of ModelView; of dimensions the overall ones are drawn.
    class AssemblyView
      ROOM = { left: 52.0, right: 12.0, above: 10.0, below: 44.0 }.freeze
      BARE = ROOM.transform_values { 8.0 }.freeze
      # Distance of dimension lines from the picture, px.
      OFF = 26.0
      private_constant :ROOM, :BARE, :OFF

      # +bodies+ are Geometry::Model::Bodies, as far as they are to be drawn.
      def initialize(bodies, outcome, **options)
        @options = ModelView::Options.new(**options)
        @outcome = outcome
        @view = Views::FRAMES.fetch(@options.view)
        @bodies = bodies.select { |body| body.shown && body.drawn_in?(@options.tier) }.map { |body| Tier.of(body, @options.tier) }
        @canvas = Canvas.new
      end

      # The View, or nil where nothing is shown.
      def view
        return if @bodies.empty?

        @paper, @height = fitted
        Stacked.new(@bodies, @view).layers.chunk_while { |one, other| one.body == other.body }.each { |layers| draw(layers) }
        dimensions if @options.dimensions
        View.new(marks: @canvas.marks, paper: @paper, width: @options.width, height: @height, label: label,
                 interactive: @options.interactive, about: @paper.told, strokes: Strokes::FINE)
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
        @canvas.group(class: 'part', **given) { layers.each { |layer| layer(layer, body.colour, [layer.x, layer.y]) } }
      end

      # What is seen of a body is +at+ where that is; pieces that were cut are where they are already.
      def layer(layer, colour, at)
        seen = layer.seen
        return face(seen, colour, at) if seen.loops
        return @canvas.shape(:shade, rings: [layer.piece], colour: colour, tone: seen.tone) if layer.piece

        @canvas.shape(:shade, rings: [seen.ring, *seen.holes], at: at, colour: colour, tone: seen.tone)
        @canvas.shape(:edge, lines: seen.edges, at: at)
      end

      def face(seen, colour, at)
        lined = seen.edges.empty?
        @canvas.shape(lined ? :face : :bare_face, loops: seen.loops, at: at, colour: colour, tone: seen.tone)
        @canvas.shape(:outline, loops: seen.lined, lines: seen.edges, at: at) unless lined
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
