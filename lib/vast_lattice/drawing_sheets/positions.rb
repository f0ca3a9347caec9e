# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # The positions of a product's parts list on its drawing sheet: the first level, with a point on a line of each in a view.
    class Positions
      # [[number, point in mm of the view, owner], …] of positions in a view whose lines say whose they are.
      def self.points(lines, positions)
        positions.filter_map do |position|
          own = lines.select { |line| line.role == :visible && owned?(line.owner, position) }
          longest = own.grep(Drawing::Marks::Line).max_by(&:length) || own.first or next
          [position.number, middle(longest), position.names.first]
        end
      end

      # Whether an owner ("rollers.3.shell") is one of what a position counts ("rollers", "rollers.3").
      def self.owned?(owner, position) = position.names.any? { |name| owner == name || owner.to_s.start_with?("#{name}.") }

      def self.middle(mark)
        return mark.at(mark.start + (mark.sweep / 2)) if mark.is_a?(Drawing::Marks::Arc)

        [0, 1].map { |axis| (mark.from[axis] + mark.till[axis]) / 2 }
      end
      private_class_method :owned?, :middle

      attr_reader :all

      def initialize(product)
        @all = wanted?(product) ? Quantities::PartsList.new(product.outcome).level(1) : []
      end

      private

      def wanted?(product)
        case product.sheet.parts_list
        when 'yes' then true
        when 'no' then false
        else product.family.components.any?
        end
      end
    end
  end
end
