# frozen_string_literal: true

module VastLattice
  module Geometry
    # What two bodies have in common: where they run into each other. Touching is no interference.
    class Interference
      # Less than this is rounding, or parts that lie on each other, mm3; and how far they must reach into each other, mm.
      LEAST = 0.5
      DEPTH = 1e-3

      # What was found: the bodies, the volume in mm3, and its middle in the family's frame.
      Found = Struct.new(:one, :other, :volume, :centre) do
        # Paths of both, with their parts, in an order that does not depend on the order of writing.
        def names = [one, other].map { |body| [*body.path, body.part.name].join('.') }.sort
      end

      # All Founds among Bodies (Geometry::Model::Body), the largest first. The block tells of two bodies whether they are of interest.
      def self.among(bodies)
        boxes = bodies.map { |body| box(body) }
        pairs = bodies.each_index.to_a.combination(2).select { |one, other| reach?(boxes[one], boxes[other]) }
        pairs = pairs.select { |one, other| yield bodies[one], bodies[other] } if block_given?
        pairs.filter_map { |one, other| new(bodies[one], bodies[other]).found }.sort_by { |found| [-found.volume, found.names] }
      end

      def self.box(body) = Bounds.of(body.bounds.corners.map { |corner| body.frame.point(*corner) })

      # Whether two boxes share more than a side.
      def self.reach?(one, other)
        [0, 1, 2].all? { |axis| one.low[axis] < other.high[axis] - DEPTH && other.low[axis] < one.high[axis] - DEPTH }
      end

      # Volumes of bodies that lie alike to each other, which patterns have many of.
      KEPT = Memo.new(4000)
      private_constant :KEPT

      def initialize(one, other)
        @one = one
        @other = other
      end

      # A Found, or nil.
      def found
        place = @other.frame.seen_from(@one.frame)
        lies = [place.origin, place.u, place.v].flatten.map { |part| part.round(6) }
        volume, middle = KEPT.fetch([@one.solid, @other.solid, lies]) { Shared.new(@one.solid, @other.solid, place).measured }
        Found.new(@one, @other, volume, @one.frame.point(*middle)) if volume > LEAST
      end

      # Two solids, the second in a +place+ (a Frame) within the first one's frame.
      class Shared
        def initialize(one, other, place)
          @place = place
          @bounds = Bounds.new(*common(one.bounds, Bounds.of(other.bounds.corners.map { |corner| place.point(*corner) })))
          @one = Sectioned.new(one, @bounds)
          @other = Sectioned.new(other, nearby(place))
          @direction = one.blank.axis
        end

        # [volume in mm3, its middle in the first one's frame]; nothing has [0.0, nil].
        def measured
          return [0.0, nil] if @bounds.size.any? { |length| length < DEPTH } || @one.empty? || @other.empty?

          # Whether there is anything, and then how much: exact by what was found.
          rough, = sum(@bounds.size.reduce(:*), 2)
          return [0.0, nil] unless rough > LEAST / 2

          volume, moments = sum(rough * 20, FINE)
          [volume, volume > LEAST ? Vector.scale(moments, 1 / volume) : nil]
        end

        # How often stretches are halved where there is something.
        FINE = 7
        private_constant :FINE

        private

        def common(one, other)
          low, high = [[one.low, other.low, :max], [one.high, other.high, :min]].map { |left, right, which| left.zip(right).map(&which) }
          [low, high.zip(low).map(&:max)]
        end

        def sum(box, halvings)
          low, high = @bounds.span(@direction)
          Slicing.new(box, halvings: halvings) { |height, weight| slice(height, weight) }.sum(low, high, turns)
        end

        # The common bounds in the second one's frame.
        def nearby(place) = Bounds.of(@bounds.corners.map { |corner| place.local(corner) })

        # Heights are measured along the first one's direction.
        def turns
          along = [@place.u, @place.v, @place.n].map { |own| Vector.dot(own, @direction) }
          @one.turns(@direction) + @other.turns(along).map { |height| height + Vector.dot(@place.origin, @direction) }
        end

        def slice(height, weight)
          plane = Sections.plane(@direction, height)
          area = Planar.both(@one.area(plane), @other.area(plane.seen_from(@place)))
          return [0.0, [0.0, 0.0, 0.0]] unless area

          [area.area * weight, Vector.scale(plane.point(*Planar.centroid(area)), area.area * weight)]
        end
      end

      # A solid as it is cut by planes, as far as it lies within bounds.
      class Sectioned
        def initialize(solid, bounds)
          pieces = solid.features.select(&:built?).flat_map(&:pieces)
          @blank = solid.blank.bodies.select { |body| body.bounds.meets?(bounds) }
          made = pieces.flat_map { |piece| piece.bodies.map { |body| [piece.operation, body] } }
          steps = solid.blank.cuts.map { |body| [:cut, body] } + made
          @steps = steps.select { |_, body| body.bounds.meets?(bounds) }
        end

        def empty? = @blank.empty? && @steps.none? { |operation, _| operation == :add }
        def turns(direction) = (@blank + @steps.map(&:last)).flat_map { |body| body.turns(direction) }
        def area(plane) = Sections.area(@blank, @steps, plane)
      end
      private_constant :Shared, :Sectioned
    end
  end
end
