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

        # Rounds or chamfers corners of the base or of a flange, of those names or all four. Raises Impossible.
        def corners(names, size, arc:, wall: nil)
          before = @corners.dup
          (names || Panel::CORNERS).each { |name| @corners << [panel(wall).name, name, size, arc] }
          lay_out
          @panels.each(&:outline)
        rescue Impossible
          @corners = before
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
          met = slabs.combination(2).select { |(_, one), (_, other)| one.meets?(other) }
          met.map { |pair| pair.map { |name, _| name.empty? ? nil : name } }
        end

        def blank
          outlines = @panels.to_h { |panel| [panel, panel.outline] }
          bodies = @panels.map do |panel|
            loop, open = outlines[panel]
            Prism.new(panel.frame, Profile.new(loop), 0.0, @gauge, open: open)
          end
          sectors = @lines.map { |line| sector(line) }
          owned = sectors.zip(@lines).flat_map { |sector, line| sector.faces(line.bend.name) }
          own = bodies.zip(@panels).flat_map { |body, panel| body.faces(panel.name.empty? ? nil : panel.name) }
          Blank.new(bodies: bodies + sectors, walls: @panels.flat_map { |panel| walls(panel, outlines[panel].first) }, axis: Vector::Z,
                    faces: own + owned, thickness: @gauge, flat: flat(outlines))
        end

        private

        # The panel that a wall's name belongs to. Raises Impossible.
        def panel(wall)
          known_panel(wall) ||
            raise(Impossible.new(Wording[:there_is_no_face_wall_to_bend, wall: wall], remedy: Wording[:a_bend_comes_after_the_one]))
        end

        def known_panel(wall)
          name = Name.read(wall).first
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
            @lines << BendLine.new(bend, panel, fold)
          end
          @lines.select { |line| line.panel.equal?(panel) }.each { |line| @panels << panel_behind(line) }
        end

        # Margins are given from the left or bottom; edges run counter-clockwise.
        def fold(bend, panel)
          start, finish = %w[top left].include?(bend.edge) ? [bend.finish, bend.start] : [bend.start, bend.finish]
          Panel::Fold.new(start, panel.length(bend.edge) - finish, FlatPattern.setback(bend.radius, @gauge, bend.angle), bend.relief)
        end

        def check(fold, panel, bend)
          if fold.till - fold.from < @gauge
            raise Impossible.new(Wording[:its_margins_leave_no_edge_to_bend], remedy: Wording[:make_them_smaller])
          elsif bend.outside <= fold.depth
            raise Impossible.new(Wording[:a_flange_of_length_is_shorter_than, length: Units::Format.millimetres(bend.outside), bend: Units::Format.millimetres(fold.depth.round(3))],
                                 remedy: Wording[:make_it_longer_or_the_bend_radius])
          elsif panel.folds(bend.edge).any? { |other| other.from < fold.till && fold.from < other.till }
            raise Impossible.new(Wording[:there_is_another_bend_at_that_place, edge: bend.edge],
                                 remedy: Wording[:give_both_margins_or_choose_another_edge])
          end
        end

        def panel_behind(line)
          along, out = line.directions(line.panel.frame)
          away, front = bent(line, out)
          reach = line.to_front? ? -(line.bend.radius + @gauge) : line.bend.radius
          origin = Vector.along(Vector.along(line.axis(@gauge), away, -line.fold.depth), front, reach)
          # v points away from the bend; u = v x n.
          across = Vector.cross(away, front)
          origin = Vector.along(origin, along, line.width) if Vector.dot(across, along).negative?
          made = Panel.new(line.bend.name, Frame.new(origin, across, away, front), flat_frame(line), line.width, line.bend.outside,
                           outside: line.to_front?)
          made.fold('bottom', Panel::Fold.new(0.0, line.width, line.fold.depth, 0.0))
          made
        end

        # Directions of the flange: away from the bend, and of its front.
        def bent(line, out)
          way = line.to_front? ? 1.0 : -1.0
          radians = line.bend.angle * Math::PI / 180
          normal = line.panel.frame.n
          [Vector.along(Vector.scale(out, Math.cos(radians)), normal, way * Math.sin(radians)),
           Vector.along(Vector.scale(normal, Math.cos(radians)), out, -way * Math.sin(radians))]
        end

        # Where the flange lies in the flat pattern: pushed out by the compensation of DIN 6935. Counter-clockwise along and
        # outwards make a left-handed pair, so that its x runs back from the end of the bend.
        def flat_frame(line)
          across, away = line.directions(line.panel.flat_frame)
          place = line.place(line.till, FlatPattern.compensation(line.bend.radius, @gauge, line.bend.angle))
          Frame.at(line.panel.flat_frame.point(*place), Vector.scale(across, -1), away)
        end

        # The bend itself: a sector of a ring along the bend line.
        def sector(line)
          along, out = line.directions(line.panel.frame)
          normal = line.panel.frame.n
          frame = Frame.at(line.axis(@gauge), out, line.to_front? ? Vector.scale(normal, -1) : normal)
          low, high = Vector.dot(frame.n, along).positive? ? [0.0, line.width] : [-line.width, 0.0]
          radius = line.bend.radius
          Prism.new(frame, Profile.new(sector_loop(radius, line.bend.angle)), low, high, open: radius < 1e-9 ? [0, 2] : [1, 3])
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

        # Both sides of a panel, the outer one first.
        def walls(panel, loop)
          front = Face.new(panel.frame.move(0, 0, @gauge), Profile.new(loop))
          back = Face.flipped(panel.frame, Profile.new(loop))
          behind = Box.new(left: -panel.width, right: 0.0, bottom: 0.0, top: panel.height)
          pair = [[front, panel.box], [back, behind]].zip(names(panel)).map { |(face, box), name| wall(panel, name, face, box) }
          panel.outside ? pair.reverse : pair
        end

        def wall(panel, name, face, box)
          Wall.new(name: name, title: name.tr('._', '  '), frame: face.frame, outline: face.profile, clear: face.profile,
                   runs: [[0.0, @gauge]], box: box, mirrored: mirrored?(face.frame.u), spans: panel.name.empty? ? @spans : {},
                   owner: owner(panel))
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
          panels = @panels.map do |panel|
            FlatPattern::Panel.new(owner(panel) || 'front', panel.flat_frame, panel.frame, Profile.new(outlines[panel].first))
          end
          FlatPattern.new(panels: panels, bends: @lines.map { |line| flat_line(line) }, zones: @lines.map { |line| zone(line) })
        end

        # The strip of the flat pattern that becomes the bend, as four points.
        def zone(line)
          low = -line.fold.depth - JOINT
          high = strip(line) - line.fold.depth + JOINT
          [[line.from, low], [line.till, low], [line.till, high], [line.from, high]].map { |way, reach| line.flat(way, reach) }
        end

        # The middle of that strip, as a FlatPattern::Bend.
        def flat_line(line)
          middle = (strip(line) / 2) - line.fold.depth
          ends = [line.from, line.till].flat_map { |way| line.flat(way, middle) }
          FlatPattern::Bend.new(line.bend.name, ends, line.bend.angle, line.bend.direction, line.bend.radius)
        end

        def strip(line) = FlatPattern.allowance(line.bend.radius, @gauge, line.bend.angle)
      end
    end
  end
end
