# frozen_string_literal: true

module VastLattice
  module Geometry
    # An outline as text: "x y bulge" of each of its vertices (as in Loop, mm from the lower left of its box), with semicolons between;
    # without a bulge the edge is straight. "0 0; 40 0; 40 20 1; 0 20"
    module OutlineText
      # More edges are no outline for a field.
      MOST = 400
      # Decimals that are written of lengths and of bulges.
      DECIMALS = 4
      BULGES = 8

      module_function

      # The Loop of a text, counter-clockwise. Raises Impossible.
      def read(text)
        vertices = text.split(';').map(&:strip).reject(&:empty?).each_with_index.map { |point, index| vertex(point, index) }
        impossible(Wording[:an_outline_needs_at_least_three_points], Wording[:add_points]) unless around?(vertices)
        impossible(Wording[:the_outline_has_too_many_points, most: MOST], Wording[:draw_it_with_fewer_points]) if vertices.size > MOST
        loop = Loop.new(vertices)
        loop = loop.reversed if loop.area.negative?
        impossible(Wording[:the_outline_crosses_itself], Wording[:list_its_points_in_order_around]) unless Planar.valid?(loop)
        loop
      end

      # Two points do where arcs are between them.
      def around?(vertices) = vertices.size > 2 || (vertices.size == 2 && vertices.any? { |vertex| !vertex[2].zero? })

      # The text of a Loop.
      def write(loop)
        box = loop.box
        loop.vertices.map do |x, y, bulge|
          place = [x - box.left, y - box.bottom].map { |number| short(number.round(DECIMALS)) }
          [*place, *(short(bulge.round(BULGES)) unless bulge.zero?)].join(' ')
        end.join('; ')
      end

      # About the origin, as wide and high as is said (mm; nil: as the other one, and without both as drawn). Raises Impossible: what has
      # arcs cannot become wider only.
      def sized(loop, width, height)
        box = loop.box
        across = width ? width / box.width : nil
        upwards = height ? height / box.height : nil
        across ||= upwards || 1.0
        upwards ||= across
        even = (across - upwards).abs < 1e-9 || loop.vertices.all? { |vertex| vertex[2].zero? }
        impossible(Wording[:an_outline_with_arcs_grows_evenly], Wording[:give_its_width_or_its_height]) unless even

        x, y = box.middle
        Loop.new(loop.vertices.map { |own_x, own_y, bulge| [(own_x - x) * across, (own_y - y) * upwards, bulge] })
      end

      def vertex(point, index)
        numbers = point.split.map { |part| Float(part, exception: false) }
        fine = numbers.size.between?(2, 3) && numbers.all? { |number| number && number.abs < 1e7 }
        unless fine
          impossible(Wording[:point_of_the_outline_is_no_point, point: point[0, 40], number: index + 1],
                     Wording[:write_it_as_x_y])
        end

        [numbers[0], numbers[1], numbers[2] || 0.0]
      end

      def short(number) = (number % 1).zero? ? number.to_i.to_s : number.to_s

      def impossible(words, advice) = raise(Impossible.new(words, remedy: advice))
      private_class_method :around?, :vertex, :short, :impossible
    end
  end
end
