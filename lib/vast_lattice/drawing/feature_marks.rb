# frozen_string_literal: true

module VastLattice
  module Drawing
    # The features of a solid in a view, each as a group of its own that can be chosen and that glows when it changes:
    # outlines where one looks onto their face, a dashed trace where not, centre lines, and written marks.
    class FeatureMarks
      # Below this size centre lines cannot be told apart, px.
      SMALLEST = 7.0

      def initialize(canvas, frame, view, solid, interactive)
        @canvas = canvas
        @frame = frame
        @view = view
        @solid = solid
        @interactive = interactive
      end

      def draw
        @solid.features.select { |feature| feature.shown? && !feature.problem }.each { |feature| mark(feature) }
      end

      private

      def mark(feature)
        drawn = shapes(feature)
        return if drawn.empty?

        @canvas.group(class: 'feature', data_feature: feature.name, title: feature.feature.title, **hand(feature)) do
          @canvas.path(drawn.join, fill: 'transparent', stroke: ModelView::EDGE, stroke_width: 1.2, **dash(feature))
          centre_lines(feature)
          write(feature) if feature.kind.role == :mark && level?(feature)
        end
      end

      # What lets a feature be chosen by mouse and by keyboard.
      def hand(feature) = @interactive ? { tabindex: 0, role: 'button', aria_label: feature.feature.title } : {}

      def dash(feature)
        return { stroke_dasharray: '3 2', stroke_width: 0.7 } unless feature.seat && level?(feature)

        towards?(feature) && feature.relations.all?(:inside) ? {} : { stroke_dasharray: '3 2' }
      end

      def wall_frame(feature) = feature.seat.frame.within(@solid.frame)
      def level?(feature) = wall_frame(feature).parallel?(@view.n)
      def towards?(feature) = Geometry::Vector.dot(wall_frame(feature).n, @view.n).positive?

      def shapes(feature)
        return flange(feature) unless feature.seat
        return feature.loops.map { |loop| @frame.loop_path(wall_frame(feature).carry(loop, @view)) } if level?(feature)

        feature.pieces.map { |piece| @frame.ring_path(silhouette(piece)) }
      end

      # The outline of a piece seen from elsewhere: the hull of its corners within the part.
      def silhouette(piece)
        corners = piece.bodies.flat_map { |body| corners(body) }.map { |point| @view.local(@solid.frame.point(*point)).first(2) }
        hull = Geometry::Planar.hull(corners)
        hull ? Geometry::Planar.rings(hull).first.first : corners.minmax
      end

      def corners(body)
        bounds = @solid.blank.bounds
        body.bounds.corners.map { |point| point.each_with_index.map { |part, axis| body.bounds.size[axis] > 1e4 ? part.clamp(bounds.low[axis], bounds.high[axis]) : part } }
      end

      # What a feature made of the workpiece itself, such as a flange.
      def flange(feature)
        own = @solid.surface.select { |face| face.owner == feature.name && face.is_a?(Geometry::Face) }
        own.filter_map { |face| face_shape(face) }
      end

      def face_shape(face)
        frame = face.frame.within(@solid.frame)
        return @frame.loop_path(frame.carry(face.profile.outer, @view)) if frame.parallel?(@view.n)

        ring = face.profile.outer.polygon(36).map { |x, y| @view.local(frame.point(x, y)).first(2) }
        hull = Geometry::Planar.hull(ring)
        hull && @frame.ring_path(Geometry::Planar.rings(hull).first.first)
      end

      def centre_lines(feature)
        return unless feature.seat

        if level?(feature)
          feature.loops.each { |loop| crossed(wall_frame(feature).carry(loop, @view).box) }
        else
          feature.pieces.each { |piece| axis(piece) }
        end
      end

      STYLE = { stroke: ModelView::CENTRE, stroke_width: 0.6, stroke_dasharray: '7 2 1.5 2' }.freeze
      OVER = 4.0

      # Crossed chain lines, where they can be told apart.
      def crossed(box)
        return if [box.width, box.height].min * @frame.scale < SMALLEST

        x = @frame.x((box.left + box.right) / 2)
        y = @frame.y((box.bottom + box.top) / 2)
        @canvas.line(@frame.x(box.left) - OVER, y, @frame.x(box.right) + OVER, y, **STYLE)
        @canvas.line(x, @frame.y(box.top) - OVER, x, @frame.y(box.bottom) + OVER, **STYLE)
      end

      # The middle of a piece along its axis, seen from the side.
      def axis(piece)
        layer = piece.layers.first or return
        box = layer.loop.box
        x = (box.left + box.right) / 2
        y = (box.bottom + box.top) / 2
        from, till = [piece.layers.map(&:low).min, piece.layers.map(&:high).max].map do |height|
          @view.local(@solid.frame.point(*piece.seat.frame.point(x, y, height)))
        end
        from_x, from_y = [@frame.x(from[0]), @frame.y(from[1])]
        till_x, till_y = [@frame.x(till[0]), @frame.y(till[1])]
        length = Math.hypot(till_x - from_x, till_y - from_y)
        return if length < 1e-3

        over_x = (till_x - from_x) / length * OVER
        over_y = (till_y - from_y) / length * OVER
        @canvas.line(from_x - over_x, from_y - over_y, till_x + over_x, till_y + over_y, **STYLE)
      end

      # Engraved or printed text, as large as its letters.
      def write(feature)
        text = feature.numbers.measures['text'].to_s
        height = feature.numbers.measures['letter_height'] || (feature.numbers.measures['height'] * 0.4)
        size = [height * @frame.scale / 0.7, 3.0].max
        feature.loops.each do |loop|
          box = wall_frame(feature).carry(loop, @view).box
          @canvas.text(@frame.x((box.left + box.right) / 2), @frame.y((box.bottom + box.top) / 2) + (size * 0.35), text,
                       font_size: size.round(1), fill: ModelView::EDGE, class: 'engraved')
        end
      end
    end
  end
end
