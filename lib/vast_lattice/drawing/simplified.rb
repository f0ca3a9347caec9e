# frozen_string_literal: true

module VastLattice
  module Drawing
    # Shapes of a scene, of which those with the most triangles are boxes where all together would be too much for a browser.
    module Simplified
      # Coordinates of all shapes together: some ten MB as JSON.
      MOST = 1_500_000
      # Normals of the sides of a box.
      SIDES = [[-1, 0, 0], [1, 0, 0], [0, -1, 0], [0, 1, 0], [0, 0, -1], [0, 0, 1]].freeze
      private_constant :SIDES

      module_function

      # {'shapes' => [{'groups', 'edges'}, …], 'simplified' => how many are boxes}
      def of(shapes)
        left = MOST
        fits = ->(number) { !(left -= numbers(shapes[number])).negative? }
        kept = shapes.each_index.sort_by { |number| numbers(shapes[number]) }.select(&fits)
        { 'shapes' => shapes.each_with_index.map { |shape, number| kept.include?(number) ? shape : box(shape) },
          'simplified' => shapes.size - kept.size }
      end

      def numbers(shape) = shape['groups'].sum { |group| group['positions'].size * 2 } + shape['edges'].size

      # The box around a shape.
      def box(shape)
        points = shape['groups'].flat_map { |group| group['positions'].each_slice(3).to_a }
        ends = points.transpose.map(&:minmax)
        sides = SIDES.map { |normal| [normal, side(normal, ends)] }
        positions = sides.flat_map { |_, (a, b, c, d)| [a, b, c, a, c, d].flatten }
        normals = sides.flat_map { |normal, _| normal.map(&:to_f) * 6 }
        { 'groups' => [{ 'feature' => nil, 'positions' => positions, 'normals' => normals }], 'edges' => edges(sides.map(&:last)) }
      end

      # The four corners of a side, counter-clockwise from outside.
      def side(normal, ends)
        axis = normal.index { |part| !part.zero? }
        across, upwards = normal[axis].positive? ? [(axis + 1) % 3, (axis + 2) % 3] : [(axis + 2) % 3, (axis + 1) % 3]
        [[0, 0], [1, 0], [1, 1], [0, 1]].map do |one, other|
          corner = [nil, nil, nil]
          corner[axis] = ends[axis][normal[axis].positive? ? 1 : 0]
          corner[across] = ends[across][one]
          corner[upwards] = ends[upwards][other]
          corner
        end
      end

      def edges(sides) = sides.flat_map { |side| side.each_index.map { |at| [side[at - 1], side[at]].sort } }.uniq.flatten

      private_class_method :numbers, :box, :side, :edges
    end
  end
end
