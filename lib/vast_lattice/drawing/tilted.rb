# frozen_string_literal: true

module VastLattice
  module Drawing
    # The depth of a plane askew: a x + b y + c.
    class Tilted
      # The plane through points with their depths.
      def self.through(points)
        x, y, z = normal(points)
        across = -x / z
        upwards = -y / z
        new(across, upwards, points.sum { |at_x, at_y, depth| depth - (across * at_x) - (upwards * at_y) } / points.size)
      end

      # The normal of a polygon (Newell's method, from memory).
      def self.normal(points)
        points.each_index.reduce([0.0, 0.0, 0.0]) do |sum, at|
          one = points[at - 1]
          other = points[at]
          Geometry::Vector.add(sum, [(one[1] - other[1]) * (one[2] + other[2]), (one[2] - other[2]) * (one[0] + other[0]),
                                     (one[0] - other[0]) * (one[1] + other[1])])
        end
      end
      private_class_method :normal

      def initialize(across, upwards, base)
        @across = across
        @upwards = upwards
        @base = base
      end

      def at(at_x, at_y) = (@across * at_x) + (@upwards * at_y) + @base
      def plane? = true
    end
  end
end
