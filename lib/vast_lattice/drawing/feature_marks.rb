# frozen_string_literal: true

module VastLattice
  module Drawing
    # The features of a solid in a view, each as a group of its own that can be chosen and that glows when it changes:
    # outlines where one looks onto their face, a dashed trace where not, centre lines, and written marks.
    class FeatureMarks
      # Below this size centre lines cannot be told apart, px.
      SMALLEST = 7.0
      # Centre lines reach past what they mark by so many px.
      OVER = 4.0

      def initialize(canvas, paper, view, solid, interactive)
        @canvas = canvas
        @paper = paper
        @view = view
        @solid = solid
        @interactive = interactive
      end

      def draw
        @solid.features.select { |feature| feature.shown? && !feature.problem }.each { |feature| mark(feature) }
      end

      # Features that are not there yet.
      def draw_later(features)
        loops, rings = features.map { |feature| outlines(feature, seen(feature)) }.transpose.map { |all| all.flatten(1) }
        @canvas.shape(:later, loops: loops.to_a, rings: rings.to_a)
      end

      private

      # The loops of a feature in the view, where one looks at them level; nil where it has none.
      def seen(feature)
        return unless feature.seat

        level?(feature) ? seen_loops(feature) : []
      end

      # Its outlines, [loops, rings of points], mm of the view.
      def outlines(feature, loops) = loops.to_a.empty? ? shapes(feature).partition { |own| own.is_a?(Geometry::Loop) } : [loops, []]

      def mark(feature)
        loops = seen(feature)
        outer, rings = outlines(feature, loops)
        return if outer.empty? && rings.empty?

        @canvas.feature(feature, interactive: @interactive, spoken: spoken(feature)) do
          @canvas.shape(role(feature), loops: outer, rings: rings)
          centre_lines(feature, loops)
          write(feature) if feature.kind.role == :mark && level?(feature)
        end
      end

      # What is written on it is part of its name.
      def spoken(feature)
        [feature.feature.title, feature.kind.role == :mark ? feature.numbers.measures['text'] : ''].reject(&:empty?).join(': ')
      end

      def role(feature)
        return :feature_aside unless feature.seat && level?(feature)

        towards?(feature) && feature.relations.all?(:inside) ? :feature : :feature_behind
      end

      def wall_frame(feature) = feature.seat.frame.within(@solid.frame)
      def level?(feature) = wall_frame(feature).parallel?(@view.n)
      def towards?(feature) = Geometry::Vector.dot(wall_frame(feature).n, @view.n).positive?

      # The loops of the instances as they lie in the view.
      def seen_loops(feature)
        frame = wall_frame(feature)
        feature.loops.map { |loop| frame.carry(loop, @view) }
      end

      # What is seen of a feature whose face one does not look onto, or that has none: Loops, and rings of points.
      def shapes(feature)
        return flange(feature) + turned(feature) unless feature.seat

        feature.pieces.flat_map { |piece| silhouettes(piece) }
      end

      # The outlines of a piece seen from elsewhere: of each of its layers within the part, the hull of its corners.
      def silhouettes(piece)
        return [hull(piece.bodies.flat_map { |body| body.bounds.corners })] if piece.layers.empty?

        low, high = depths(piece)
        piece.layers.filter_map do |layer|
          ends = [[layer.low, low].max, [layer.high, high].min]
          hull(ends.flat_map { |height| corners(piece, layer, height) }) if ends.last - ends.first > 1e-9
        end
      end

      # Corners of a layer at a height: where it tapers, it is narrower there.
      def corners(piece, layer, height)
        box = layer.end_loop(height).box
        [box.left, box.right].product([box.bottom, box.top]).map { |x, y| piece.seat.frame.point(x, y, height) }
      end

      def hull(points)
        seen = points.map { |point| @view.local(@solid.frame.point(*point)).first(2) }
        area = Geometry::Planar.hull(seen)
        area ? Geometry::Planar.rings(area).first.first : seen.minmax
      end

      # From the far side of the part to the surface, as far as the piece goes; of what is added, all of it.
      def depths(piece)
        return [0.0, Float::INFINITY] unless piece.cut?

        seat = piece.seat
        [-(seat.wall.runs.last.last + (seat.wall.curved? ? 2 * seat.level : seat.level)), 0.0]
      end

      # What a feature made of the workpiece itself, such as a flange.
      def flange(feature)
        own = @solid.surface.select { |face| face.owner == feature.name && face.is_a?(Geometry::Face) }
        own.filter_map { |face| face_shape(face) }
      end

      # What was turned: a stretch of the part from the side, a circle from its end.
      def turned(feature)
        axis = @solid.frame.u
        across = Geometry::Vector.cross(@view.n, axis)
        @solid.blank.zones.fetch(feature.name, []).map do |from, till, radius|
          ends = [from, till].map { |x| @solid.frame.point(x, 0.0) }
          next Geometry::Loop.circle(radius * 2).move(*@view.local(ends.first).first(2)) if Geometry::Vector.length(across) < 1e-6

          sideways = Geometry::Vector.unit(across)
          corners = [[0, -radius], [1, -radius], [1, radius], [0, radius]]
          corners.map { |at, reach| @view.local(Geometry::Vector.along(ends[at], sideways, reach)).first(2) }
        end
      end

      def face_shape(face)
        frame = face.frame.within(@solid.frame)
        return frame.carry(face.profile.outer, @view) if frame.parallel?(@view.n)

        ring = face.profile.outer.polygon(36).map { |x, y| @view.local(frame.point(x, y)).first(2) }
        hull = Geometry::Planar.hull(ring)
        hull && Geometry::Planar.rings(hull).first.first
      end

      def centre_lines(feature, loops)
        return unless feature.seat

        lines = loops.any? ? loops.flat_map { |loop| crossed(loop.box) } : feature.pieces.filter_map { |piece| axis(piece) }
        @canvas.shape(:centre, lines: lines)
      end

      # Crossed chain lines, where they can be told apart.
      def crossed(box)
        return [] if [box.width, box.height].min * @paper.scale < SMALLEST

        x, y = box.middle
        over = OVER / @paper.scale
        [[[box.left - over, y], [box.right + over, y]], [[x, box.bottom - over], [x, box.top + over]]]
      end

      # The middle of a piece along its axis, seen from the side.
      def axis(piece)
        return if piece.layers.empty?

        from, till = axis_ends(piece)
        length = Math.hypot(till[0] - from[0], till[1] - from[1])
        return if length < 1e-3

        step = [0, 1].map { |at| (till[at] - from[at]) / length * OVER / @paper.scale }
        [[from[0] - step[0], from[1] - step[1]], [till[0] + step[0], till[1] + step[1]]]
      end

      def axis_ends(piece)
        low, high = depths(piece)
        middle = piece.layers.first.loop.box.middle
        [[piece.layers.map(&:low).min, low].max, [piece.layers.map(&:high).max, high].min].map do |height|
          @view.local(@solid.frame.point(*piece.seat.frame.point(*middle, height))).first(2)
        end
      end

      # Engraved or printed text, as large as its letters.
      def write(feature)
        text = feature.numbers.measures['text'].to_s
        height = feature.numbers.measures['letter_height'] || (feature.numbers.measures['height'] * 0.4)
        size = [height * @paper.scale / 0.7, 3.0].max
        feature.loops.each do |loop|
          x, y = wall_frame(feature).carry(loop, @view).box.middle
          @canvas.words(:engraved, [@paper.x(x), @paper.y(y) + (size * 0.35)], text, letters: size.round(1))
        end
      end
    end
  end
end
