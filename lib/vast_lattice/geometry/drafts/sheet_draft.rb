# frozen_string_literal: true

module VastLattice
  module Geometry
    module Drafts
      # A folded sheet on its way to a Blank: a base panel, and a panel behind every bend. Lengths are outside
      # lengths, as in DIN 6935.
      class SheetDraft
        # How far flat zones reach into their panels, so that rounding leaves no gap, mm.
        JOINT = 1e-6

        # A bend as it was asked for: behind which +edge+ of which +wall+, +outside+ length, +angle+ in degrees,
        # to the +direction+ front or back, margins from the left or bottom and from the other end.
        Bend = Struct.new(:name, :wall, :edge, :outside, :angle, :direction, :start, :finish, :relief, :radius, keyword_init: true)

        # +spans+ as in Wall.
        def initialize(width, height, gauge, radius, spans)
          @size = [width, height]
          @gauge = gauge
          @radius = radius
          @spans = spans
          @wanted = []
          @corners = []
          lay_out
        end

        # Rounds or chamfers a corner of the base or of a flange. Raises Impossible.
        def corner(name, size, arc:, wall: nil)
          @corners << [panel(wall).name, name, size, arc]
          lay_out
          @panels.each(&:outline)
        rescue Impossible
          @corners.pop
          lay_out
          raise
        end

        # Adds a Bend, given by its fields. Raises Impossible.
        def bend(**fields)
          panel(fields[:wall])
          @wanted << Bend.new(radius: @radius, **fields.compact)
          lay_out
        rescue Impossible
          @wanted.pop if @wanted.last&.name == fields[:name]
          lay_out
          raise
        end

        # Names of two flanges that share space, or of a flange and nil for the base.
        def collisions
          slabs = @panels.map { |panel| [panel.name, Slab.new(panel.frame, panel.outline.first.box, 0.0, @gauge)] }
          slabs.combination(2).select { |(_, one), (_, other)| one.meets?(other) }.map do |pair|
            pair.map do |name, _|
              name.empty? ? nil : name
            end
          end
        end

        def blank
          outlines = @panels.to_h { |panel| [panel, panel.outline] }
          bodies = @panels.map do |panel|
            loop, open = outlines[panel]
            Prism.new(panel.frame, Profile.new(loop), 0.0, @gauge, open: open)
          end
          sectors = @lines.map { |line| sector(*line) }
          owned = sectors.zip(@lines).flat_map { |sector, line| sector.faces(line.first.name) }
          own = bodies.zip(@panels).flat_map { |body, panel| body.faces(panel.name.empty? ? nil : panel.name) }
          Blank.new(bodies: bodies + sectors, walls: @panels.flat_map { |panel| walls(panel, outlines[panel].first) }, axis: Vector::Z,
                    faces: own + owned, thickness: @gauge, flat: flat(outlines))
        end

        private

        # The panel that a wall's name belongs to. Raises Impossible.
        def panel(wall)
          known_panel(wall) ||
            raise(Impossible.new("There is no face \"#{wall}\" to bend.", remedy: 'A bend comes after the one that it sits on.'))
        end

        def known_panel(wall)
          name = wall.to_s.split('.').first.to_s
          name = '' if %w[front back].include?(name)
          @panels.find { |panel| panel.name.casecmp?(name) }
        end

        # All panels anew: all bends of a panel are known before what lies behind them is built, so that
        # neighbours find room whatever their order.
        def lay_out
          @panels = [Panel.new('', Frame::SPACE, Frame::SPACE, *@size)]
          @lines = []
          @panels.each { |panel| fold_edges(panel) }
          @corners.each { |owner, *corner| panel(owner).corner(*corner) }
        end

        def fold_edges(panel)
          bends = @wanted.select { |bend| panel.equal?(known_panel(bend.wall)) }
          bends.each do |bend|
            fold = fold(bend, panel)
            check(fold, panel, bend)
            panel.fold(bend.edge, fold)
            @lines << [bend, panel, fold]
          end
          @lines.select { |_, owner, _| owner.equal?(panel) }.each { |line| @panels << panel_behind(*line) }
        end

        # Margins are given from the left or bottom; edges run counter-clockwise.
        def fold(bend, panel)
          start, finish = %w[top left].include?(bend.edge) ? [bend.finish, bend.start] : [bend.start, bend.finish]
          Panel::Fold.new(start, panel.length(bend.edge) - finish, FlatPattern.setback(bend.radius, @gauge, bend.angle), bend.relief)
        end

        def check(fold, panel, bend)
          if fold.till - fold.from < @gauge
            raise Impossible.new('Its margins leave no edge to bend.', remedy: 'Make them smaller.')
          elsif bend.outside <= fold.depth
            raise Impossible.new("A flange of #{Units::Format.quantity(bend.outside, Units['mm'])} is shorter than its bend, which takes " \
                                 "#{Units::Format.quantity(fold.depth.round(3), Units['mm'])}.", remedy: 'Make it longer,
                                 or the bend radius smaller.')
          elsif panel.folds(bend.edge).any? { |other| other.from < fold.till && fold.from < other.till }
            raise Impossible.new("There is another bend at that place of the #{bend.edge} edge.",
                                 remedy: 'Give both margins, or choose another edge.')
          end
        end

        # Geometry at the bend: [start on the bend's axis, along, outwards, n], all in space.
        def axis_of(bend, panel, fold)
          start, along, out = panel.edge(bend.edge)
          before, = panel.neighbour_depths(bend.edge)
          from = [fold.from, before].max
          place = [start[0] + (along[0] * from) - (out[0] * fold.depth), start[1] + (along[1] * from) - (out[1] * fold.depth)]
          height = bend.direction == 'front' ? @gauge + bend.radius : -bend.radius
          [panel.frame.point(*place, height), panel.frame.direction([*along, 0.0]), panel.frame.direction([*out, 0.0]), panel.frame.n]
        end

        def span(bend, panel, fold)
          before, after = panel.neighbour_depths(bend.edge)
          [fold.till, panel.length(bend.edge) - after].min - [fold.from, before].max
        end

        def panel_behind(bend, panel, fold)
          centre, along, out, normal = axis_of(bend, panel, fold)
          away, front = bent(bend, out, normal)
          reach = bend.direction == 'front' ? -(bend.radius + @gauge) : bend.radius
          origin = Vector.along(Vector.along(centre, away, -fold.depth), front, reach)
          width = span(bend, panel, fold)
          # v points away from the bend; u = v x n.
          across = Vector.cross(away, front)
          origin = Vector.along(origin, along, width) if Vector.dot(across, along).negative?
          made = Panel.new(bend.name, Frame.new(origin, across, away, front), flat_frame(bend, panel, fold, width), width,
                           bend.outside, outside: bend.direction == 'front')
          made.fold('bottom', Panel::Fold.new(0.0, width, fold.depth, 0.0))
          made
        end

        # Directions of the flange: away from the bend, and of its front.
        def bent(bend, out, normal)
          way = bend.direction == 'front' ? 1.0 : -1.0
          radians = bend.angle * Math::PI / 180
          [Vector.along(Vector.scale(out, Math.cos(radians)), normal, way * Math.sin(radians)),
           Vector.along(Vector.scale(normal, Math.cos(radians)), out, -way * Math.sin(radians))]
        end

        # Where the flange lies in the flat pattern: pushed out by the difference of bend length and setbacks.
        def flat_frame(bend, panel, fold, width)
          start, along, out = panel.edge(bend.edge)
          before, = panel.neighbour_depths(bend.edge)
          from = [fold.from, before].max
          push = FlatPattern.compensation(bend.radius, @gauge, bend.angle)
          across = panel.flat_frame.direction([*along, 0.0])
          away = panel.flat_frame.direction([*out, 0.0])
          origin = panel.flat_frame.point(start[0] + (along[0] * from) + (out[0] * push), start[1] + (along[1] * from) + (out[1] * push))
          # Counter-clockwise along and outwards make a left-handed pair.
          Frame.at(Vector.along(origin, across, width), Vector.scale(across, -1), away)
        end

        # The bend itself: a sector of a ring along the bend line.
        def sector(bend, panel, fold)
          centre, along, out, normal = axis_of(bend, panel, fold)
          away = bend.direction == 'front' ? Vector.scale(normal, -1) : normal
          frame = Frame.at(centre, out, away)
          width = span(bend, panel, fold)
          low, high = Vector.dot(frame.n, along).positive? ? [0.0, width] : [-width, 0.0]
          Prism.new(frame, Profile.new(sector_loop(bend.radius, bend.angle)), low, high, open: bend.radius < 1e-9 ? [0, 2] : [1, 3])
        end

        # From the y axis, where the panel joins, turned by the angle towards x.
        def sector_loop(radius, angle)
          outer = radius + @gauge
          turn = angle * Math::PI / 180
          bulge = Math.tan(turn / 4)
          sharp = radius < 1e-9
          far = ->(length) { [length * Math.sin(turn), length * Math.cos(turn)] }
          corner = sharp ? [[0.0, 0.0, 0.0]] : [[0.0, radius, -bulge]]
          inner_end = sharp ? [] : [[*far.call(radius), 0.0]]
          Loop.new([*corner, *inner_end, [*far.call(outer), bulge], [0.0, outer, 0.0]])
        end

        def walls(panel, loop)
          outline = Profile.new(loop)
          back = Face.flipped(panel.frame, outline)
          run = [[0.0, @gauge]]
          names = names(panel)
          mirrored = mirrored?(panel.frame.u)
          spans = panel.name.empty? ? @spans : {}
          [Wall.new(name: names[0], title: names[0].tr('._', '  '), frame: panel.frame.move(0, 0, @gauge), outline: outline, clear: outline,
                    runs: run, box: panel.box, mirrored: mirrored, spans: spans, owner: owner(panel)),
           Wall.new(name: names[1], title: names[1].tr('._', '  '), frame: back.frame, outline: back.profile, clear: back.profile,
                    runs: run,
                    box: Box.new(left: -panel.width, right: 0.0, bottom: 0.0, top: panel.height), mirrored: !mirrored, spans: spans,
                    owner: owner(panel))]
            .then { |pair| panel.outside ? pair.reverse : pair }
        end

        # The outer side of a flange has the bend's name, the inner one .inside.
        def names(panel)
          return %w[front back] if panel.name.empty?

          panel.outside ? ["#{panel.name}.inside", panel.name] : [panel.name, "#{panel.name}.inside"]
        end

        def owner(panel) = panel.name.empty? ? nil : panel.name

        # Left is at low x or, along the y or z axis, at low y or z.
        def mirrored?(direction) = direction.max_by(&:abs).negative?

        def flat(outlines)
          panels = @panels.map { |panel| FlatPattern::Panel.new(owner(panel) || 'front', panel.flat_frame, panel.frame, Profile.new(outlines[panel].first)) }
          zones = @lines.map { |line| zone(*line) }
          lines = zones.map do |a, b, c, d|
            [[a, d], [b, c]].map do |one, other|
              [(one[0] + other[0]) / 2, (one[1] + other[1]) / 2]
            end.flatten
          end
          FlatPattern.new(panels: panels, bends: lines, zones: zones)
        end

        # The strip of the flat pattern that becomes the bend, as four points.
        def zone(bend, panel, fold)
          start, along, out = panel.edge(bend.edge)
          before, = panel.neighbour_depths(bend.edge)
          from = [fold.from, before].max
          till = from + span(bend, panel, fold)
          long = FlatPattern.allowance(bend.radius, @gauge, bend.angle)
          low = -fold.depth - JOINT
          high = long - fold.depth + JOINT
          [[from, low], [till, low], [till, high], [from, high]].map do |way, reach|
            panel.flat_frame.point(start[0] + (along[0] * way) + (out[0] * reach), start[1] + (along[1] * way) + (out[1] * reach)).first(2)
          end
        end
      end
    end
  end
end
