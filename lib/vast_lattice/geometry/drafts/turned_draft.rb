# frozen_string_literal: true

module VastLattice
  module Geometry
    module Drafts
      # A turned part on its way to a Blank: radii over its length along x, its centre line on y = z = 0.
      class TurnedDraft
        AXIS = Frame.new([0.0, 0.0, 0.0], Vector::Y, Vector::Z, Vector::X)

        attr_reader :length

        # +outer+ and +inner+ list [from, till, radius at from, radius at till]; inner ones may overlap.
        def initialize(outer, inner)
          @outer = outer
          @length = outer.last[1]
          @zones = {}
          @inner = [[0.0, @length, 0.0, 0.0]]
          inner.each { |piece| @inner = combine(@inner, piece, &:max) }
        end

        # Turns the outside down to a line of radii over a stretch, for the feature +owner+. Raises Impossible where
        # nothing is left.
        def turn_down(from, till, radius, end_radius = radius, owner: nil)
          unless from >= -1e-9 && till <= @length + 1e-9 && till > from
            raise Impossible.new(Wording[:it_runs_off_the_end], remedy: Wording[:check_its_position_and_its_width])
          end

          @outer = combine(@outer, [[from, 0.0].max, [till, @length].min, radius, end_radius], &:min)
          hollow
          (@zones[owner] ||= []) << [from, till, [radius, end_radius].max]
        end

        # Radius of the outside at x.
        def radius(x)
          piece = @outer.find { |from, till, *| x.between?(from, till) } || @outer.last
          value(piece, x)
        end

        def blank
          pieces = segments
          rings = pieces.map { |from, till, outer, inner| Ring.new(AXIS, from, till, outer, inner) }
          Blank.new(bodies: rings, walls: walls(pieces), axis: Vector::X, zones: @zones, faces: rings.flat_map(&:strips) + rims(pieces))
        end

        private

        def hollow
          segments.each do |_, _, outer, inner|
            next unless outer.zip(inner).any? { |one, other| one <= other }

            raise Impossible.new(Wording[:it_leaves_no_wall_around_the_bore], remedy: Wording[:make_the_diameter_larger_or_the_bore])
          end
        end

        def value(piece, x)
          from, till, low, high = piece
          low + ((high - low) * (x - from) / (till - from))
        end

        # The pieces with another one combined into them by least or most; lines that cross are split there.
        def combine(pieces, other, &choose)
          pieces.flat_map do |piece|
            from = [piece[0], other[0]].max
            till = [piece[1], other[1]].min
            next [piece] if till - from < 1e-9

            before = [piece[0], from, piece[2], value(piece, from)] if from > piece[0] + 1e-9
            after = [till, piece[1], value(piece, till), piece[3]] if till < piece[1] - 1e-9
            [before, *chosen(piece, other, from, till, &choose), after].compact
          end
        end

        def chosen(piece, other, from, till)
          gaps = [from, till].map { |x| value(piece, x) - value(other, x) }
          places = [from, till]
          places.insert(1, from + ((till - from) * gaps[0] / (gaps[0] - gaps[1]))) if (gaps[0] * gaps[1]).negative?
          places.each_cons(2).reject { |low, high| high - low < 1e-9 }.map do |low, high|
            [low, high, *[low, high].map { |x| yield([value(piece, x), value(other, x)]) }]
          end
        end

        # [from, till, outer radii, inner radii] between all places where either changes.
        def segments
          places = (@outer + @inner).flat_map { |piece| piece.first(2) }.uniq { |x| x.round(9) }.sort
          places.each_cons(2).reject { |from, till| till - from < 1e-9 }.map do |from, till|
            middle = (from + till) / 2
            pair = [@outer, @inner].map do |pieces|
              piece = pieces.find { |low, high, *| middle.between?(low, high) }
              [value(piece, from), value(piece, till)]
            end
            [from, till, *pair]
          end
        end

        # Ring faces where radii jump, and the two ends.
        def rims(pieces)
          nothing = [0.0, 0.0]
          ends = [[nil, nil, nothing, nothing], *pieces, [nil, nil, nothing, nothing]]
          ends.each_cons(2).flat_map do |left, right|
            at = right[0] || left[1]
            one = [left[3][1], left[2][1]]
            two = [right[3][0], right[2][0]]
            exposed(one, two).map { |inner, outer| rim(at, inner, outer, false) } + exposed(two, one).map do |inner, outer|
              rim(at, inner, outer, true)
            end
          end
        end

        # Intervals of radius in one and not in the other.
        def exposed(one, other)
          return [one].select { |low, high| high - low > 1e-9 } if other[1] - other[0] < 1e-9

          [[one[0], [one[1], other[0]].min], [[one[0], other[1]].max, one[1]]].select { |low, high| high - low > 1e-9 }
        end

        def rim(at, inner, outer, backwards)
          profile = Profile.new(Loop.circle(outer * 2), inner > 1e-9 ? [Loop.circle(inner * 2)] : [])
          frame = AXIS.move(0, 0, at)
          backwards ? Face.flipped(frame, profile) : Face.new(frame, profile)
        end

        def walls(pieces)
          most = pieces.flat_map { |piece| piece[2] }.max
          side = Wall.new(name: 'side', title: 'side', frame: Frame.at([0.0, most, 0.0], Vector::X, [0.0, 0.0, -1.0]), clear: nil,
                          runs: [[0.0, 2 * most]],
                          outline: Profile.new(Loop.between(0.0, -most, @length, most)), level: levels(pieces, most),
                          bored: pieces.select { |_, _, _, inner| inner.max > 1e-9 }.map { |piece| piece.first(2) },
                          box: Box.new(left: 0.0, right: @length, bottom: -most, top: most))
          [side, end_wall('left', pieces.first[2][0], [0.0, 0.0, 0.0], Vector::Z),
           end_wall('right', pieces.last[2][1], [@length, 0.0, 0.0], [0.0, 0.0, -1.0])]
        end

        def levels(pieces, most) = pieces.map { |from, till, outer, _| [from, till, outer[0] - most, outer[1] - most] }

        # Not clear: what lies behind changes along the part.
        def end_wall(name, radius, origin, across)
          outline = Profile.new(Loop.circle(2 * radius))
          Wall.new(name: name, title: "#{name} end", frame: Frame.at(origin, across, Vector::Y), outline: outline, clear: nil,
                   runs: [[0.0, @length]], box: outline.box)
        end
      end
    end
  end
end
