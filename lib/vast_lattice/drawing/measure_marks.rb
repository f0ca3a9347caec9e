# frozen_string_literal: true

module VastLattice
  module Drawing
    # Marks in a view between which distances can be measured: centres, edges and faces that Geometry::Measuring knows.
    class MeasureMarks
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
        x, y = point
        @canvas.group(title: item.label, **hand(item)) do
          @canvas.line(:spot, [x - 3.5, y], [x + 3.5, y])
          @canvas.line(:spot, [x, y - 3.5], [x, y + 3.5])
          square(:spot_room, x, y, 5)
        end
      end

      def edge(item, from, till)
        return if Math.hypot(till[0] - from[0], till[1] - from[1]) < 4

        @canvas.group(title: item.label, **hand(item)) do
          @canvas.line(:spot_edge_room, from, till)
          @canvas.line(:spot_edge, from, till)
        end
      end

      # A face seen edge-on is a line; seen from the front it is marked at its middle.
      def face(item, points)
        x = points.sum(&:first) / points.size
        y = points.sum(&:last) / points.size
        @canvas.group(title: item.label, **hand(item)) { square(:spot_face, x, y, 4) }
      end

      def square(role, at_x, at_y, half)
        corners = [[-half, -half], [half, -half], [half, half], [-half, half]].map { |x, y| [at_x + x, at_y + y] }
        @canvas.trace(role, corners, closed: true)
      end
    end
  end
end
