# frozen_string_literal: true

module VastLattice
  module Drawing
    # A picture as it is laid out: maps mm (y upwards) to pixels (y downwards). A +gap+ is drawn shorter than it is.
    class Paper < Value.with(:scale, :left, :base, gap: nil)
      # Chords of what is round and reaches into a gap.
      CHORDS = 48
      private_constant :CHORDS

      # The Paper on which a Box is as large as it can be with so much room around it, {left:, right:, above:, below:} px, in the
      # middle of a picture of that +width+ and +height+. Without a height it stands at the top, at most +tallest+ px high.
      def self.fitting(box, room, width:, height: nil, tallest: Float::INFINITY, least: 0.0, gap: nil)
        wide = width - room[:left] - room[:right]
        tall = height ? [height - room[:above] - room[:below], least].max : tallest
        scale, across, up = filling(drawn(box, gap), wide, tall)
        left = room[:left] + ((wide - across) / 2)
        top = room[:above] + (height ? (tall - up) / 2 : 0)
        new(scale: scale, left: left - (box.left * scale), base: top + up + (box.bottom * scale), gap: gap)
      end

      # The scale in which lengths across and up, [mm, px that come to it], fill so many px, and what they take then.
      def self.filling(lengths, *room)
        scale = lengths.zip(room).map { |(length, pixels), own| (own - pixels) / [length, 1e-6].max }.min
        [scale, *lengths.map { |length, pixels| (length * scale) + pixels }]
      end
      private_class_method :filling

      # What of a Box is drawn to scale across and up, mm, each with the pixels that come to it.
      def self.drawn(box, gap)
        { x: box.width, y: box.height }.map { |axis, length| gap&.axis == axis ? [length - gap.length, Gap::PIXELS] : [length, 0.0] }
      end
      private_class_method :drawn

      # For whoever points into the picture: attributes.
      def told = { data_scale: scale.round(6).to_s, data_left: left, data_base: base }

      def x(millimetres) = left + along(:x, millimetres)
      def y(millimetres) = base - along(:y, millimetres)

      # The same, moved by mm.
      def moved(over, upwards) = with(left: left + (over * scale), base: base - (upwards * scale))

      # SVG path data of a Loop, arcs as arcs.
      def loop_path(loop)
        return ring_path(loop.polygon(CHORDS)) if gap && reaches_in?(loop.box)
        return circle_path(*loop.circle) if loop.circle

        start = loop.vertices.first
        "M#{point(*start.first(2))}#{loop.edges.map { |edge| edge_path(edge) }.join}Z"
      end

      # Two halves.
      def circle_path(centre_x, centre_y, radius)
        box = Geometry::Box.new(left: centre_x - radius, right: centre_x + radius, bottom: centre_y - radius, top: centre_y + radius)
        return ring_path(round(centre_x, centre_y, radius)) if gap && reaches_in?(box)

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

      # Whether a point is left out.
      def left_out?(x_mm, y_mm) = !gap.nil? && gap.swallows?(*[gap.axis == :x ? x_mm : y_mm] * 2)

      private

      def round(centre_x, centre_y, radius)
        Array.new(CHORDS) do |index|
          angle = 2 * Math::PI * index / CHORDS
          [centre_x + (radius * Math.cos(angle)), centre_y + (radius * Math.sin(angle))]
        end
      end

      def reaches_in?(box) = gap.touches?(*(gap.axis == :x ? [box.left, box.right] : [box.bottom, box.top]))

      def along(axis, millimetres) = gap&.axis == axis ? gap.shifted(millimetres, scale) : millimetres * scale

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
