# frozen_string_literal: true

module VastLattice
  module Geometry
    # What two bodies have in common: where they run into each other. Touching is no interference.
    class Interference
      # Less than this is rounding, or parts that lie on each other, mm3; and how far they must reach into each other, mm.
      LEAST = 0.5
      DEPTH = 1e-3

      # What was found: the bodies, the volume in mm3, and its middle in the family's frame.
      # The kind is :bodies, :envelope (something stands where a component moves) or :cut_out (a cut-out lies there).
      Found = Struct.new(:one, :other, :volume, :centre, :kind) do
        # Names of both, in an order that does not depend on the order of writing.
        def names = [one, other].map(&:called).sort

        # The same for all instances.
        def plain_names = names.map { |name| name.gsub(/\.\d+(?=\.| |\z)/, '') }.sort
      end

      # All Founds of a Model, on all levels: of its bodies, and of what moves.
      def self.of(model)
        moving = Moving.envelopes(model)
        (among(model.bodies) + reached(moving, model.bodies, :envelope) + crossing(moving) +
          reached(moving, model.bodies.flat_map { |body| Moving.cuts(body) }, :cut_out)).sort_by { |found| [-found.volume, found.names] }
      end

      # What lies where something moves.
      def self.reached(moving, others, kind)
        boxes = others.map { |other| box(other) } if moving.any?
        moving.flat_map do |own|
          mine = box(own)
          near = others.each_index.select { |at| reach?(mine, boxes[at]) && !own.holds?(others[at]) }
          near.filter_map { |at| new(own, others[at], kind).found }
        end
      end

      # What moves where something else moves.
      def self.crossing(moving)
        moving.combination(2).reject do |one, other|
          one.holds?(other) || other.holds?(one)
        end.select { |one, other| reach?(box(one), box(other)) }
           .filter_map { |one, other| new(one, other, :envelope).found }
      end
      private_class_method :reached, :crossing

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

      def initialize(one, other, kind = :bodies)
        @one = one
        @other = other
        @kind = kind
      end

      # A Found, or nil.
      def found
        place = @other.frame.seen_from(@one.frame)
        lies = [place.origin, place.u, place.v].flatten.map { |part| part.round(6) }
        volume, middle = KEPT.fetch([@one.solid.mark, @other.solid.mark, lies]) { shared(place) }
        Found.new(@one, @other, volume, @one.frame.point(*middle), @kind) if volume > LEAST
      end

      def shared(place) = Work.budget { Shared.new(@one.solid, @other.solid, place).measured }
      private :shared

      # Two solids, the second in a +place+ (a Frame) within the first one's frame.
      class Shared
        def initialize(one, other, place)
          @place = place
          @bounds = Bounds.new(*common(one.bounds, Bounds.of(other.bounds.corners.map { |corner| place.point(*corner) })))
          @one = one.sectioned(@bounds)
          @other = other.sectioned(nearby(place))
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
          low, high = reach
          return [0.0, [0.0, 0.0, 0.0]] if high - low < DEPTH

          Slicing.new(box, halvings: halvings, constant: constant?(low, high)) do |height, weight|
            slice(height, weight)
          end.sum(low, high, turns)
        end

        # The common bounds in the second one's frame.
        def nearby(place) = Bounds.of(@bounds.corners.map { |corner| place.local(corner) })

        # Heights are measured along the first one's direction, which the second one sees as another one.
        def turns = @one.turns(@direction) + @other.turns(along).map { |height| height + shift }

        # From where to where both have anything.
        def reach
          spans = [@bounds.span(@direction), @one.span(@direction), @other.span(along).map { |height| height + shift }]
          [spans.map(&:first).max, spans.map(&:last).min]
        end

        def constant?(low, high) = @one.constant?(@direction, low, high) && @other.constant?(along, low - shift, high - shift)
        def shift = Vector.dot(@place.origin, @direction)
        def along = @along ||= [@place.u, @place.v, @place.n].map { |own| Vector.dot(own, @direction) }

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

        # From where to where there may be material.
        def span(direction)
          added = @steps.filter_map { |operation, body| body if operation == :add }
          Bounds.around([*@blank, *added].map(&:bounds)).span(direction)
        end

        # Whether all sections between two heights are the same.
        def constant?(direction, low, high)
          (@blank + @steps.map(&:last)).all? do |body|
            from, till = body.bounds.span(direction)
            till <= low || from >= high || body.constant?(direction)
          end
        end

        def area(plane) = Sections.area(@blank, @steps, plane)
      end
      private_constant :Shared
    end
  end
end
