# frozen_string_literal: true

module VastLattice
  module Geometry
    # Where the instances of a feature have their centres, in the plate's frame (mm).
    module Placement
      # Centres [[x, y], …]. +numbers+ are Plan::ShapeProgram::Numbers, +box+ the plate's Box.
      def self.centres(feature, numbers, box)
        x = along(feature.horizontal&.from, numbers.horizontal, box.left, box.right)
        y = along(feature.vertical&.from, numbers.vertical, box.bottom, box.top)
        return [[x, y]] unless feature.pattern

        steps = steps(anchor(feature), numbers)
        feature.pattern.along == 'vertical' ? steps.map { |step| [x, y + step] } : steps.map { |step| [x + step, y] }
      end

      # Number of instances a pattern asks for.
      def self.count(numbers) = numbers.count ? [numbers.count.floor, 0].max : 1

      # Away from the edge that the position is measured from; from the centre, both ways.
      def self.steps(from, numbers)
        count = count(numbers)
        case from
        when 'right', 'top' then Array.new(count) { |index| -index * numbers.pitch }
        when 'centre' then Array.new(count) { |index| (index - ((count - 1) / 2.0)) * numbers.pitch }
        else Array.new(count) { |index| index * numbers.pitch }
        end
      end
      private_class_method :steps

      def self.anchor(feature)
        (feature.pattern.along == 'vertical' ? feature.vertical : feature.horizontal)&.from || 'centre'
      end
      private_class_method :anchor

      def self.along(from, offset, low, high)
        case from
        when 'left', 'bottom' then low + offset
        when 'right', 'top' then high - offset
        else ((low + high) / 2) + offset
        end
      end
      private_class_method :along
    end
  end
end
