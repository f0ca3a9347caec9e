# frozen_string_literal: true

module VastLattice
  module DrawingSheets
    # What dimensions say on a sheet: numbers, with the tolerances that are chosen there; rows as ISO 129-1 writes them.
    class DimensionTexts < Drawing::DimensionTexts
      # +sheet+ is a Family::DrawingSheet.
      def initialize(solid, outcome, sheet)
        super(solid, outcome, :number)
        @sheet = sheet
      end

      def offset(feature, axis) = toleranced(super, feature, axis.to_s)

      # Of a place in a direction of its wall, that far from another one than the engineer measured it from, mm.
      def place(feature, measure, amount) = toleranced(length(amount.round(6)), feature, measure)

      # "7 × 75 (= 525)": as often, how far, and what it comes to; of two how far they are apart.
      def pattern(feature)
        count = row_count(feature)
        toleranced(count > 2 ? "#{super} (= #{whole(feature)})" : pitch(feature, count), feature, 'row')
      end

      def shown?(feature, name) = @sheet.dimension(feature.name, name).shown != 'no'
      def of(feature, name, amount) = toleranced(super, feature, name)

      private

      # From the first of a row to its last.
      def whole(feature)
        first, last = feature.points.first(row_count(feature)).minmax
        length(Geometry::Vector.length(Geometry::Vector.minus(last, first)).round(2))
      end

      def toleranced(text, feature, measure) = [text, @sheet.dimension(feature.name, measure).tolerance].reject(&:empty?).join(' ')
    end
  end
end
