# frozen_string_literal: true

module VastLattice
  module Drawing
    # Marks in a view between which distances can be measured: centres, edges and faces that Geometry::Measuring knows.
    class MeasureMarks
      INK = '#7a2e55'

      def initialize(canvas, paper, view, solids)
        @canvas = canvas
        @paper = paper
        @view = view
        @items = Geometry::Measuring.new(solids).items
      end

      def draw
        @canvas.group(class: 'measures') { @items.sort_by { |item| item.kind == 'centre' ? 1 : 0 }.each { |item| mark(item) } }
      end

      private

      def mark(item)
        return if item.points.all? { |point| @paper.left_out?(*@view.local(point).first(2)) }

        points = item.points.map { |point| @view.local(point).then { |x, y, _| [@paper.x(x), @paper.y(y)] } }
        case item.kind
        when 'centre' then spot(item, points.first)
        when 'edge' then edge(item, *points)
        else face(item, points)
        end
      end

      def hand(item) = { class: "measure measure-#{item.kind}", data_measure: item.id, tabindex: 0, role: 'button', aria_label: item.label }

      def spot(item, point)
        @canvas.group(title: item.label, **hand(item)) do
          @canvas.path("M#{point[0] - 3.5} #{point[1]}h7M#{point[0]} #{point[1] - 3.5}v7", stroke: INK, stroke_width: 1.2, fill: 'none')
          @canvas.path("M#{point[0] - 5} #{point[1] - 5}h10v10h-10Z", fill: 'transparent')
        end
      end

      def edge(item, from, till)
        return if Math.hypot(till[0] - from[0], till[1] - from[1]) < 4

        @canvas.group(title: item.label, **hand(item)) do
          @canvas.line(*from, *till, stroke: INK, stroke_width: 5, stroke_opacity: 0.01)
          @canvas.line(*from, *till, stroke: INK, stroke_width: 1.2, class: 'measure-line')
        end
      end

      # A face seen edge-on is a line; seen from the front it is marked at its middle.
      def face(item, points)
        x = points.sum(&:first) / points.size
        y = points.sum(&:last) / points.size
        @canvas.group(title: item.label, **hand(item)) do
          @canvas.path("M#{(x - 4).round(2)} #{(y - 4).round(2)}h8v8h-8Z", stroke: INK, stroke_width: 1.2, fill: '#ffffff',
                                                                           fill_opacity: 0.7)
        end
      end
    end
  end
end
