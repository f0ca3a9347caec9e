# frozen_string_literal: true

module VastLattice
  module Geometry
    module Drafts
      # A bar on its way to a Blank.
      class BarDraft
        # The plane of the section: y across, z upwards, x out of it.
        SECTION = Frame.new([0.0, 0.0, 0.0], Vector::Y, Vector::Z, Vector::X)

        def initialize(section, length, left_mitre, right_mitre)
          @section = section
          @profile = section.profile
          @length = length
          @box = @profile.box
          @mitres = [left_mitre, right_mitre]
          check
        end

        def blank
          body = Prism.new(SECTION, @profile, 0.0, @length)
          Blank.new(bodies: [body], walls: [*sides, *ends], axis: Vector::X, section: @profile.area, cuts: cuts)
        end

        private

        def check
          taken = @mitres.map { |angle| angle.abs < 85 ? @box.width * Math.tan(angle.abs * Math::PI / 180) : Float::INFINITY }
          return if taken.sum < @length

          raise Impossible.new(Wording[:its_mitres_leave_nothing_of_the_bar], remedy: Wording[:make_it_longer_or_the_angles_smaller])
        end

        # What mitres take off: wedges seen from the front. A positive angle makes the top the shorter side.
        def cuts
          over = Wall::OVER
          @mitres.zip([0.0, @length], [1.0, -1.0]).filter_map do |angle, at, inwards|
            next if angle.zero?

            reach = inwards * @box.width * Math.tan(angle.abs * Math::PI / 180)
            far = angle.positive? ? @box.right : @box.left
            out = at - (inwards * 1.0)
            points = [[at, angle.positive? ? @box.left : @box.right], [at + reach, far], [out, far],
                      [out, angle.positive? ? @box.left : @box.right]]
            loop = Loop.new(extended(points, over).map { |x, y| [x, y, 0.0] })
            Prism.new(Frame::SPACE, Profile.new(loop.area.negative? ? loop.reversed : loop), @box.bottom - over, @box.top + over)
          end
        end

        # The wedge a little past the bar, along the mitre's plane.
        def extended(points, over)
          (tip_x, tip_y), (x, y), (out, far), (_, near) = points
          part = over / @box.width
          step = [(x - tip_x) * part, (y - tip_y) * part]
          [[tip_x - step[0], tip_y - step[1]], [x + step[0], y + step[1]], [out, far + step[1]], [out, near - step[1]]]
        end

        def sides = @section.curved ? [round_side] : @section.flats.map { |flat| flat_side(*flat) }

        # +at+ is the depth of the wall within the section's box, for webs.
        def flat_side(name, from, till, runs, inset = 0.0)
          frame, mirrored = frame(name, inset, runs)
          upright = name.start_with?('front', 'back')
          low, high = upright ? [@box.left, @box.right] : [@box.bottom, @box.top]
          outline = wall_profile(frame, upright, low, high)
          Wall.new(name: name, title: name.tr('.', ' '), frame: frame, outline: outline, clear: wall_profile(frame, upright, from, till),
                   runs: runs, reach: if inset.zero? && !name.end_with?('.inside')
                                        upright ? @box.height : @box.width
                                      end,
                   box: outline.box, mirrored: mirrored, spans: { horizontal: 'length', vertical: upright ? 'height' : 'width' })
        end

        # The wall's frame; its x runs along the bar.
        def frame(name, inset, runs)
          thick = runs.first.last
          case name
          when 'front' then [Frame.at([0.0, 0.0, @box.top - inset], Vector::X, Vector::Y), false]
          when 'back' then [Frame.at([0.0, 0.0, 0.0], Vector.scale(Vector::X, -1), Vector::Y), true]
          when 'top' then [Frame.at([0.0, @box.right, 0.0], Vector::X, Vector.scale(Vector::Z, -1)), false]
          when 'bottom' then [Frame.at([0.0, 0.0, 0.0], Vector::X, Vector::Z), false]
          when 'back.inside' then [Frame.at([0.0, 0.0, thick], Vector::X, Vector::Y), false]
          else [Frame.at([0.0, thick, 0.0], Vector::X, Vector.scale(Vector::Z, -1)), false]
          end
        end

        # The rectangle of the wall from +low+ to +high+ in y or z.
        def wall_profile(frame, upright, low, high)
          corners = [[0.0, low], [@length, high]].map { |x, across| frame.local(upright ? [x, across, 0.0] : [x, 0.0, across]).first(2) }
          (x0, x1), (y0, y1) = corners.transpose.map(&:sort)
          Profile.new(Loop.between(x0, y0, x1, y1))
        end

        # The top of a round bar; across is measured about its middle.
        def round_side
          half = @box.height / 2
          outline = Profile.new(Loop.between(0.0, -half, @length, half))
          bored = @profile.inners.empty? ? [] : [[0.0, @length]]
          Wall.new(name: 'side', title: 'side', frame: Frame.at([0.0, @box.right, half], Vector::X, Vector.scale(Vector::Z, -1)),
                   outline: outline, clear: nil,
                   runs: [[0.0, 2 * half]], bored: bored, box: outline.box, level: [[0.0, @length, 0.0, 0.0]],
                   spans: { horizontal: 'length' })
        end

        def ends
          right = Face.new(SECTION.move(0, 0, @length), @profile)
          left = Face.flipped(SECTION, @profile)
          { 'right' => right, 'left' => left }.map do |name, face|
            # Upright as people see it: y upwards.
            turned = Frame.at(face.frame.origin, Vector.cross(Vector::Y, face.normal), Vector::Y)
            loops = face.profile.loops.map { |loop| face.frame.carry(loop, turned) }
            profile = Profile.new(loops.first, loops.drop(1))
            mitred = @mitres[name == 'left' ? 0 : 1].nonzero?
            Wall.new(name: name, title: "#{name} end", frame: turned, outline: profile, clear: mitred ? nil : profile,
                     runs: [[0.0, @length]], box: profile.box)
          end
        end
      end
    end
  end
end
