# frozen_string_literal: true

module VastLattice
  module Geometry
    # Distances between what can be pointed at in a model: the centres of features' instances, the edges of faces,
    # and the faces themselves. All in the family's frame, in mm.
    class Measuring
      # +kind+ is centre, edge or face; +points+ where it is (one, two ends, or corners); +direction+ that of an edge, or
      # across a face.
      Item = Struct.new(:id, :kind, :label, :points, :direction)

      # Along x, y, z and true; +from+ and +till+ are the points between which it is.
      Distance = Struct.new(:along, :true_length, :from, :till) do
        def to_tree
          { 'x' => along[0].round(6), 'y' => along[1].round(6), 'z' => along[2].round(6), 'true' => true_length.round(6), 'from' => from,
            'till' => till }
        end
      end

      def initialize(solids)
        @solids = solids
      end

      def items = @items ||= @solids.flat_map { |solid| centres(solid) + edges_and_faces(solid) }

      # The Distance between two items. Raises Error for an unknown one.
      def between(one, other)
        first, second = [one, other].map do |id|
          items.find do |item|
            item.id == id
          end || raise(Error.new(Wording[:there_is_nothing_id_to_measure, id: id], remedy: Wording[:point_at_a_mark_in_the_picture]))
        end
        from, till = nearest(first, second)
        along = Vector.minus(till, from)
        Distance.new(along, Vector.length(along), from, till)
      end

      private

      def centres(solid)
        solid.built.select(&:seat).flat_map do |feature|
          feature.points.each_with_index.map do |point, index|
            Item.new("centre:#{feature.name}:#{index + 1}", 'centre', "centre of #{feature.feature.title} #{index + 1}",
                     [solid.frame.point(*point)], nil)
          end
        end
      end

      def edges_and_faces(solid)
        solid.blank.walls.reject(&:curved?).flat_map do |wall|
          frame = wall.frame.within(solid.frame)
          box = wall.box
          corners = { 'bottom left' => [box.left, box.bottom], 'bottom right' => [box.right, box.bottom], 'top right' => [box.right,
                                                                                                                          box.top],
                      'top left' => [box.left, box.top] }.values.map do |x, y|
            frame.point(x, y)
          end
          name = "#{solid.part.title}, #{wall.title}"
          [Item.new("face:#{solid.part.name}:#{wall.name}", 'face', "face #{name}", corners, frame.n), *edges(solid, wall, corners, name)]
        end
      end

      def edges(solid, wall, corners, name)
        words = wall.mirrored ? %w[bottom left top right] : %w[bottom right top left]
        words.zip([*corners, corners.first].each_cons(2)).map do |word, (from, till)|
          Item.new("edge:#{solid.part.name}:#{wall.name}:#{word}", 'edge', "#{word} edge of #{name}", [from, till],
                   Vector.unit(Vector.minus(till, from)))
        end
      end

      # The two points that are nearest to each other: on the line of an edge, on the plane of a face.
      def nearest(one, other)
        return nearest(other, one).reverse if rank(one) > rank(other)

        case [one.kind, other.kind]
        when %w[centre centre] then [one.points.first, other.points.first]
        when %w[centre edge] then [one.points.first, on_line(one.points.first, other)]
        when %w[edge edge] then lines(one, other)
        else to_plane(one, other)
        end
      end

      def rank(item) = %w[centre edge face].index(item.kind)

      def on_line(point, edge)
        start = edge.points.first
        Vector.along(start, edge.direction, Vector.dot(Vector.minus(point, start), edge.direction))
      end

      def lines(one, other)
        across = Vector.cross(one.direction, other.direction)
        middle = Vector.scale(Vector.add(*one.points), 0.5)
        return [middle, on_line(middle, other)] if Vector.length(across) < 1e-9

        away = Vector.minus(other.points.first, one.points.first)
        part = Vector.dot(Vector.cross(away, other.direction), across) / Vector.dot(across, across)
        from = Vector.along(one.points.first, one.direction, part)
        [from, on_line(from, other)]
      end

      # From the middle of what is given, straight onto the plane.
      def to_plane(one, face)
        middle = Vector.scale(one.points.reduce { |sum, point| Vector.add(sum, point) }, 1.0 / one.points.size)
        away = Vector.dot(Vector.minus(middle, face.points.first), face.direction)
        [middle, Vector.along(middle, face.direction, -away)]
      end
    end
  end
end
