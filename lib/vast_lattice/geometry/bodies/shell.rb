# frozen_string_literal: true

module VastLattice
  module Geometry
    # A body of any shape, as triangles that close: what was bought, and is known by its model. Its volume, surface, centre and box are
    # those of the exact one; sections and pictures are of its triangles. +text+ is the STEP that it is for others.
    class Shell
      # Points nearer than this are one, as decimals.
      SAME = 5
      # Sides that turn by more than this are an edge (degrees); those of round faces turn by less.
      EDGE = Math.cos(25 * Math::PI / 180)

      attr_reader :volume, :surface, :centroid, :bounds, :text

      # Of a Family::Model.
      def initialize(model)
        told = model.told
        @text = model.text
        @volume, @surface = told.values_at('volume', 'surface').map(&:to_f)
        @centroid = told['centre'].map(&:to_f)
        @bounds = Bounds.new(*told['box'].map { |corner| corner.map(&:to_f) })
        @points = told['points'].each_slice(3).map { |point| point.map(&:to_f) }
        @triangles = joined(told['triangles'].each_slice(3).to_a)
      end

      def axis = Vector::X
      def faceted(_count) = self
      def constant?(_direction) = false
      def turns(direction) = bounds.span(direction)

      # Facets, with their sharp and their soft edges.
      def faces(owner = nil)
        @faces ||= begin
          normals = @triangles.map { |triangle| normal(triangle) }
          beside = neighbours
          @triangles.zip(normals).each_with_index.map { |(triangle, own), at| facet(triangle, own, at, normals, beside, owner) }
        end
      end

      # As Prism#section.
      def section(plane)
        heights = @points.map { |point| plane.local(point) }
        loops = loops(heights)
        return if loops.empty?

        outer, inner = loops.partition { |loop| area(loop).positive? }
        holes = inner.map { |loop| Planar.polygon(loop.reverse) }
        Planar.minus(Planar.union(outer.map { |loop| Planar.polygon(loop) }), holes.empty? ? nil : Planar.union(holes))
      end

      private

      # With one number for each place; without those that have no area.
      def joined(triangles)
        first = {}
        same = @points.map.with_index { |point, at| first[point.map { |part| part.round(SAME) }] ||= at }
        triangles.map { |triangle| triangle.map { |at| same.fetch(at) } }.select { |triangle| triangle.uniq.size == 3 && normal(triangle) }
      end

      def normal(triangle)
        one, two, three = triangle.map { |at| @points[at] }
        across = Vector.cross(Vector.minus(two, one), Vector.minus(three, one))
        length = Vector.length(across)
        length > 1e-12 ? Vector.scale(across, 1 / length) : nil
      end

      # [from, till] => the number of the triangle on its left.
      def neighbours
        @triangles.each_with_index.with_object({}) { |(triangle, at), found| sides(triangle).each { |side| found[side] = at } }
      end

      def sides(triangle) = [triangle, triangle.rotate].transpose

      def facet(triangle, own, at, normals, beside, owner)
        sharp = []
        soft = []
        sides(triangle).each do |from, till|
          other = beside[[till, from]]
          next sharp << ends(from, till) unless other
          next if other < at

          beyond = normals[other]
          Vector.dot(own, beyond) < EDGE ? sharp << ends(from, till) : soft << [*ends(from, till), beyond]
        end
        Facet.new(own, [triangle.map { |one| @points[one] }], sharp, owner, soft)
      end

      def ends(from, till) = [@points[from], @points[till]]

      # Where the plane cuts triangles, end to end: rings of [x, y], the material to their left.
      def loops(heights)
        following = {}
        @triangles.each do |triangle|
          crossed = sides(triangle).select { |from, till| (heights[from][2] >= 0) ^ (heights[till][2] >= 0) }
          next if crossed.empty?

          down, up = crossed.partition { |from, _| heights[from][2] >= 0 }.map(&:first)
          following[down.sort] = up.sort
        end
        rings(following).map { |ring| ring.map { |side| crossing(side, heights) } }
      end

      def rings(following)
        found = []
        until following.empty?
          ring = [following.first.first]
          while (side = following.delete(ring.last)) && side != ring.first
            ring << side
          end
          found << ring if ring.size > 2
        end
        found
      end

      def crossing((from, till), heights)
        one = heights[from]
        other = heights[till]
        share = one[2] / (one[2] - other[2])
        [one[0] + (share * (other[0] - one[0])), one[1] + (share * (other[1] - one[1]))]
      end

      def area(loop) = [*loop, loop.first].each_cons(2).sum { |(x, y), (next_x, next_y)| ((x * next_y) - (next_x * y)) / 2 }
    end
  end
end
