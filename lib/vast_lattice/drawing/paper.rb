# frozen_string_literal: true

module VastLattice
  module Drawing
    # A picture as it is laid out: maps mm (y upwards) to pixels (y downwards).
    class Paper < Value.with(:scale, :left, :base)
      # The Paper on which a Box is as large as it can be with so much room around it, {left:, right:, above:, below:} px, in the
      # middle of a picture of that +width+ and +height+. Without a height it stands at the top, at most +tallest+ px high.
      def self.fitting(box, room, width:, height: nil, tallest: Float::INFINITY, least: 0.0)
        wide = width - room[:left] - room[:right]
        tall = height ? [height - room[:above] - room[:below], least].max : tallest
        scale = [wide / [box.width, 1e-6].max, tall / [box.height, 1e-6].max].min
        left = room[:left] + ((wide - (box.width * scale)) / 2)
        top = room[:above] + (height ? (tall - (box.height * scale)) / 2 : 0)
        new(scale: scale, left: left - (box.left * scale), base: top + (box.top * scale))
      end

      def x(millimetres) = left + (millimetres * scale)
      def y(millimetres) = base - (millimetres * scale)

      # SVG path data of a Loop, arcs as arcs.
      def loop_path(loop)
        return circle_path(*loop.circle) if loop.circle

        start = loop.vertices.first
        "M#{point(*start.first(2))}#{loop.edges.map { |edge| edge_path(edge) }.join}Z"
      end

      # SVG path data of a circle: two halves.
      def circle_path(centre_x, centre_y, radius)
        reach = (radius * scale).round(2)
        at_y = y(centre_y).round(2)
        right = x(centre_x + radius).round(2)
        half = "A#{reach} #{reach} 0 1 0"
        "M#{right} #{at_y}#{half} #{x(centre_x - radius).round(2)} #{at_y}#{half} #{right} #{at_y}Z"
      end

      # SVG path data of a ring of points.
      def ring_path(points) = "M#{points.map { |x, y| point(x, y) }.join('L')}Z"

      # SVG path data of a line between two points.
      def line_path(from, till) = "M#{point(*from)}L#{point(*till)}"

      private

      def edge_path(edge)
        return "L#{point(*edge[2, 2])}" if edge.last.zero?

        radius = Geometry::Edge.radius(edge) * scale
        large = edge.last.abs > 1 ? 1 : 0
        "A#{radius.round(2)} #{radius.round(2)} 0 #{large} #{edge.last.positive? ? 0 : 1} #{point(*edge[2, 2])}"
      end

      def point(x_mm, y_mm) = "#{x(x_mm).round(2)} #{y(y_mm).round(2)}"
    end
  end
end
