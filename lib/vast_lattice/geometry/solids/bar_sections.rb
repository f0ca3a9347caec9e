# frozen_string_literal: true

module VastLattice
  module Geometry
    # Sections of bars in the plane of y (height) and z (width), their lower back corner at the origin; round
    # ones about the middle of their box.
    module BarSections
      # A Profile; +flats+ are the walls it has: [name, clear band from, till (mm across the wall), runs];
      # +curved+ where its side is round.
      class Section < Remembering.with(:profile, flats: [], curved: false)
      end

      module_function

      # The Section of an outline; +numbers+ in mm by name. Raises Impossible.
      def section(outline, numbers) = send(outline, numbers)

      def round(numbers) = about(Profile.new(Loop.circle(numbers['diameter'])), numbers['diameter'])

      def tube(numbers)
        diameter, thickness = numbers.values_at('diameter', 'thickness')
        impossible('wall', 'tube') if 2 * thickness >= diameter
        about(Profile.new(Loop.circle(diameter), [Loop.circle(diameter - (2 * thickness))]), diameter)
      end

      def about(profile, diameter)
        outer, *inners = profile.loops.map { |loop| loop.move(diameter / 2, diameter / 2) }
        Section.new(profile: Profile.new(outer, inners), curved: true)
      end
      private_class_method :about

      # Six flats, two of them level.
      def hexagonal(numbers)
        across = numbers['across_flats']
        wide = across / Math.sqrt(3)
        corners = (0..5).map { |index| index * Math::PI / 3 }
        loop = Loop.new(corners.map { |angle| [(across / 2) + (wide * Math.sin(angle)), wide + (wide * Math.cos(angle)), 0.0] })
        loop = loop.reversed if loop.area.negative?
        Section.new(profile: Profile.new(loop),
                    flats: [['top', wide / 2, wide * 1.5, [[0.0, across]]],
                            ['bottom', wide / 2, wide * 1.5, [[0.0, across]]]])
      end

      def rectangular(numbers)
        height, width = numbers.values_at('height', 'width')
        upright = [[0.0, height]]
        level = [[0.0, width]]
        Section.new(profile: Profile.new(Loop.between(0.0, 0.0, height, width)),
                    flats: [['front', 0.0, height, level], ['top', 0.0, width, upright], ['back', 0.0, height, level],
                            ['bottom', 0.0, width, upright]])
      end

      # Corner radii of EN 10219-2 where none is given: outside 2 t up to 6 mm, 2.5 t up to 10 mm, 3 t above;
      # inside 1 t, 1.5 t, 2 t (from memory).
      def hollow(numbers)
        height, width, thickness, outer = numbers.values_at('height', 'width', 'thickness', 'corner_radius')
        outer ||= thickness * corner_factor(thickness)
        inner = [outer - thickness, 0.0].max
        impossible('wall or its corner radius', 'hollow section') if 2 * [thickness, outer].max >= [height, width].min
        whole = Loop.rectangle(height, width, outer).move(height / 2, width / 2)
        hole = Loop.rectangle(height - (2 * thickness), width - (2 * thickness), inner).move(height / 2, width / 2)
        edge = [outer, thickness + inner].max
        Section.new(profile: Profile.new(whole, [hole]), flats: hollow_flats(height, width, thickness, edge))
      end

      def corner_factor(thickness)
        return 2.0 if thickness <= 6

        thickness <= 10 ? 2.5 : 3.0
      end

      def hollow_flats(height, width, thickness, edge)
        runs = ->(depth) { [[0.0, thickness], [depth - thickness, depth]] }
        [['front', edge, height - edge, runs.call(width)], ['top', edge, width - edge, runs.call(height)],
         ['back', edge, height - edge, runs.call(width)], ['bottom', edge, width - edge, runs.call(height)]]
      end

      # An upright leg at the back and one along the bottom.
      def angle(numbers)
        height, width, thickness, root = numbers.values_at('height', 'width', 'thickness', 'root_radius')
        impossible('thickness or its root radius', 'angle') if thickness + root >= [height, width].min
        loop = outline([[0, 0], [height, 0], [height, thickness], [thickness, thickness, root], [thickness, width], [0, width]])
        run = [[0.0, thickness]]
        Section.new(profile: Profile.new(loop), flats: [['back', thickness + root, height, run], ['bottom', thickness + root, width, run],
                                                        ['back.inside', thickness + root, height, run], ['bottom.inside',
                                                                                                         thickness + root, width, run]])
      end

      # A web at the back, flanges at top and bottom.
      def channel(numbers)
        height, width, web, flange, root = flanged(numbers)
        impossible('thickness or root radius', 'channel') if (2 * (flange + root)) >= height || web + root >= width
        loop = outline([[0, 0], [height, 0], [height, width], [height - flange, width], [height - flange, web, root], [flange, web, root],
                        [flange, width], [0, width]])
        edge = web + root
        Section.new(profile: Profile.new(loop), flats: [['back', flange + root, height - flange - root, [[0.0, web]]], ['top', edge,
                                                                                                                        width, [[0.0,
                                                                                                                                 flange]]],
                                                        ['bottom', edge, width, [[0.0, flange]]], ['back.inside', flange + root,
                                                                                                   height - flange - root, [[0.0, web]]]])
      end

      # A flange at the top, a stem below its middle.
      def tee(numbers)
        height, width, web, flange, root = flanged(numbers)
        impossible('thickness or root radius', 'tee') if flange + root >= height || web + (2 * root) >= width
        low = (width - web) / 2
        loop = outline([[0, low], [height - flange, low, root], [height - flange, 0], [height, 0], [height, width], [height - flange,
                                                                                                                     width],
                        [height - flange, low + web, root], [0, low + web]])
        Section.new(profile: Profile.new(loop), flats: [['front', 0.0, height - flange - root, [[0.0, web]], low],
                                                        ['top', 0.0, low - root, [[0.0, flange]]]])
      end

      # Two flanges and a web between their middles.
      def beam(numbers)
        height, width, web, flange, root = flanged(numbers)
        impossible('thickness or root radius', 'beam') if 2 * (flange + root) >= height || web + (2 * root) >= width
        low = (width - web) / 2
        high = low + web
        up = height - flange
        loop = outline([[0, 0], [flange, 0], [flange, low, root], [up, low, root], [up, 0], [height, 0], [height, width], [up, width],
                        [up, high, root],
                        [flange, high, root], [flange, width], [0, width]])
        Section.new(profile: Profile.new(loop), flats: [['front', flange + root, up - root, [[0.0, web]], low], ['top', 0.0, low - root,
                                                                                                                 [[0.0, flange]]],
                                                        ['bottom', 0.0, low - root, [[0.0, flange]]]])
      end

      def flanged(numbers) = numbers.values_at('height', 'width', 'thickness', 'flange_thickness', 'root_radius')
      private_class_method :flanged

      # Points [y, z, radius of a rounded inner corner]; counter-clockwise.
      def outline(points)
        loop = Loop.new(points.map { |y, z, *| [y.to_f, z.to_f, 0.0] })
        fillets = points.select { |point| point[2].to_f.positive? }
        fillets.reduce(loop) do |found, (y, z, radius)|
          index = found.vertex_at(y, z)
          found.without_corner(index, radius, arc: true) || impossible('root radius', 'section')
        end
      end
      private_class_method :outline

      def impossible(what, section)
        raise Impossible.new(Wording[:the_what_of_this_section_does_not, what: what, section: section],
                             remedy: Wording[:check_its_dimensions])
      end
      private_class_method :impossible
    end
  end
end
