# frozen_string_literal: true

module VastLattice
  module Exchange
    # Bodies as binary STL: triangles in mm, all in one, each body closed.
    module STLFile
      HEADER = 'Vast Lattice, mm'.b.ljust(80)
      private_constant :HEADER

      NO_ATTRIBUTES = [0].pack('v').freeze
      private_constant :NO_ATTRIBUTES

      # +bodies+ are Geometry::Model::Bodies.
      def self.of(bodies)
        shapes = {}.compare_by_identity
        triangles = bodies.flat_map { |body| placed(shapes[body.solid] ||= triangles(body.solid), body.frame) }
        HEADER + [triangles.size].pack('V') + triangles.map { |numbers| numbers.pack('e12') + NO_ATTRIBUTES }.join
      end

      # [normal, three corners] of each, in the part's own frame.
      def self.triangles(solid)
        Geometry::Mesh.new(solid, frame: Geometry::Frame::SPACE).groups.flat_map do |group|
          group['normals'].each_slice(9).zip(group['positions'].each_slice(9)).map do |normals, points|
            [normals.first(3), *points.each_slice(3)]
          end
        end
      end

      def self.placed(triangles, frame)
        triangles.map { |normal, *points| [*frame.direction(normal), *points.flat_map { |point| frame.point(*point) }] }
      end
      private_class_method :triangles, :placed
    end
  end
end
