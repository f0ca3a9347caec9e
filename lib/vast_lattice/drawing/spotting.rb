# frozen_string_literal: true

module VastLattice
  module Drawing
    # Finds where a point of a view lies on a face of a part: what a click in a picture means for a new feature.
    class Spotting
      # The nearest whole millimetre is meant.
      STEP = 1.0

      # +view+ is a name of Views.
      def initialize(model, view)
        @model = model
        @view = Views::FRAMES.fetch(view, Views::FRONT)
      end

      # Offsets from the nearer edges, as entries: {'horizontal' => {'from', 'offset'}, 'vertical' => …, 'face'}. +x+ and
      # +y+ are mm in the view. A blank face is the one that one looks onto. Raises Error for an unknown part or face.
      def at(part, face, x, y)
        solid = @model.part(part) || raise(Error.new(Wording[:there_is_no_part_part_here, part: part],
                                                     remedy: Wording[:it_must_be_built_in_this_variant]))
        wall = face.empty? ? facing(solid) : solid.blank.wall(face)
        unless wall
          raise Error.new(Wording[:there_is_no_face_face_here, face: face],
                          remedy: Nearest.remedy(face, solid.blank.walls.map(&:name), kind: 'face'))
        end

        over, up = on(wall, solid, x, y)
        { 'face' => wall.name, 'horizontal' => anchor(over - wall.box.left, wall.box.width,
                                                      wall.mirrored ? %w[right left] : %w[left right]),
          'vertical' => anchor(up - wall.box.bottom, wall.box.height, %w[bottom top]) }
      end

      private

      # The wall that looks to the eye most, the largest of them.
      def facing(solid)
        solid.blank.walls.max_by { |wall| [Geometry::Vector.dot(wall.frame.within(solid.frame).n, @view.n).round(3), wall.box.width * wall.box.height] }
      end

      # The point on the wall along the line of sight; where that runs along the wall, as far as it tells.
      def on(wall, solid, x, y)
        frame = wall.frame.within(solid.frame)
        point = @view.point(x, y, @view.local(frame.origin)[2])
        tilt = Geometry::Vector.dot(frame.n, @view.n)
        point = Geometry::Vector.along(point, @view.n, -frame.local(point)[2] / tilt) if tilt.abs > 1e-6
        over, up, = frame.local(point)
        tilt.abs > 1e-6 ? [over, up] : seen_edge_on(wall, frame, [over, up])
      end

      # Of a wall seen edge-on, the direction along the line of sight is its middle.
      def seen_edge_on(wall, frame, place)
        middle = wall.box.middle
        [Geometry::Vector.dot(frame.u, @view.n).abs > 0.5 ? middle[0] : place[0],
         Geometry::Vector.dot(frame.v, @view.n).abs > 0.5 ? middle[1] : place[1]]
      end

      # Beside the face, its edge is meant.
      def anchor(distance, length, edges)
        distance = ((distance / STEP).round * STEP).clamp(0.0, length)
        return { 'from' => 'centre', 'offset' => '0 mm' } if (distance - (length / 2)).abs < [length * 0.02, 1.0].max

        if distance < length / 2
          { 'from' => edges[0],
            'offset' => Units::Format.millimetres(distance) }
        else
          { 'from' => edges[1], 'offset' => Units::Format.millimetres((length - distance).round(3)) }
        end
      end
    end
  end
end
