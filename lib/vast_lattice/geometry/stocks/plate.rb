# frozen_string_literal: true

module VastLattice
  module Geometry
    module Stocks
      # A flat plate: an outline and a thickness. Its frame has the origin at the lower left of the back.
      module Plate
        extend Kind

        THICKNESS = Family::Measure.new(name: 'thickness', label: 'thickness', begins: '5 mm')
        OUTLINES = {
          'rectangle' => [Family::Measure.new(name: 'width', label: 'width', begins: '200 mm'), Family::Measure.new(name: 'height',
                                                                                                                    label: 'height',
                                                                                                                    begins: '100 mm'),
                          THICKNESS],
          'round' => [Family::Measure.new(name: 'diameter', label: 'diameter', begins: '100 mm'), THICKNESS],
          'points' => [THICKNESS]
        }.freeze
        POINT = [Family::Measure.new(name: 'x', label: 'x', least: :any), Family::Measure.new(name: 'y', label: 'y', least: :any),
                 Family::Measure.new(name: 'radius', label: 'corner radius', default: '0', least: :zero),
                 Family::Measure.new(name: 'arc', label: 'arc to the next point', default: '0', least: :any),
                 Family::Measure.new(name: 'name', label: 'name of the corner', kind: 'text', default: '')].freeze

        def self.name = 'plate'
        def self.title = 'Plate'
        def self.outlines = OUTLINES.keys
        def self.dimensions(outline) = OUTLINES.fetch(outline)
        def self.lists(outline) = outline == 'points' ? { 'points' => POINT } : {}

        # A corner cut off obliquely, so that the outline is no rectangle.
        def self.first_items(outline)
          corners = [['0 mm', '0 mm'], ['120 mm', '0 mm'], ['120 mm', '60 mm'], ['0 mm', '90 mm']]
          outline == 'points' ? { 'points' => corners.map { |x, y| { 'x' => x, 'y' => y } } } : {}
        end

        # The PlateDraft of a Stock; +numbers+ in mm by name. Raises Impossible.
        def self.draft(stock, outline, numbers)
          Drafts::PlateDraft.new(loop(stock, outline, numbers), numbers['thickness'], corners: corners(stock, numbers),
                                                                                      spans: spans(outline))
        end

        def self.spans(outline)
          { 'rectangle' => { horizontal: 'width', vertical: 'height' }, 'round' => { horizontal: 'diameter', vertical: 'diameter' } }.fetch(
            outline, {}
          )
        end
        private_class_method :spans

        # Named points of an outline.
        def self.corners(stock, numbers)
          stock.list('points').each_index.to_h do |index|
            name, x, y = %w[name x y].map { |field| numbers["points.#{index}.#{field}"] }
            [name.to_s.downcase, [x, y]]
          end.except('')
        end
        private_class_method :corners

        def self.loop(stock, outline, numbers)
          case outline
          when 'round' then Loop.circle(numbers['diameter']).move(numbers['diameter'] / 2, numbers['diameter'] / 2)
          when 'rectangle' then Loop.between(0.0, 0.0, numbers['width'], numbers['height'])
          else of_points(stock.list('points').each_index.map { |index| point(index, numbers) })
          end
        end
        private_class_method :loop

        def self.point(index, numbers) = POINT.to_h { |measure| [measure.name, numbers["points.#{index}.#{measure.name}"]] }
        private_class_method :point

        def self.of_points(points)
          raise Impossible.new(Wording[:an_outline_needs_at_least_three_points], remedy: Wording[:add_points]) if points.size < 3

          # Outwards is to the right of the way along points that go round counter-clockwise.
          sense = Planar.clockwise?(points.map { |point| point.values_at('x', 'y') }) ? -1 : 1
          loop = Loop.new(points.each_with_index.map do |point, index|
            [point['x'], point['y'], sense * bulge(point, points[(index + 1) % points.size])]
          end)
          loop = loop.reversed if loop.area.negative?
          unless Planar.valid?(loop)
            raise Impossible.new(Wording[:the_outline_crosses_itself], remedy: Wording[:list_its_points_in_order_around])
          end

          rounded(loop, points.reject { |point| point['radius'].zero? })
        end
        private_class_method :of_points

        # Half of the angle of an arc has the sine chord / 2r.
        def self.bulge(point, other)
          return 0.0 if point['arc'].zero?

          chord = Math.hypot(other['x'] - point['x'], other['y'] - point['y'])
          sine = chord / 2 / point['arc']
          raise Impossible.new(Wording[:an_arc_of_the_outline_is_too], remedy: Wording[:make_its_radius_larger]) if sine.abs > 1

          Math.tan(Math.asin(sine) / 2)
        end
        private_class_method :bulge

        def self.rounded(loop, points)
          points.reduce(loop) do |found, point|
            index = found.vertex_at(point['x'], point['y'])
            (index && found.without_corner(index, point['radius'], arc: true)) ||
              raise(Impossible.new(Wording[:a_corner_radius_of_the_outline_does], remedy: Wording[:make_it_smaller]))
          end
        end
        private_class_method :rounded
      end
    end
  end
end
