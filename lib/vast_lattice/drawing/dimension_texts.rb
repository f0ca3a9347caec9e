# frozen_string_literal: true

module VastLattice
  module Drawing
    # What dimensions say: as numbers in mm, or as the engineer typed them.
    class DimensionTexts
      # +mode+ is :number or :formula.
      def initialize(solid, outcome, mode)
        @solid = solid
        @outcome = outcome
        @mode = mode
      end

      # Texts of the overall width and height; the second is nil for a round plate.
      def overall
        names = @solid.numbers.key?('diameter') ? ['diameter'] : %w[width height]
        texts = names.map { |name| text(@solid.part.stock.dimensions[name], @solid.numbers[name]) }
        names == ['diameter'] ? ["⌀#{texts.first}", nil] : texts
      end

      # Distance of a feature from the edge it is measured from.
      def offset(feature) = text(feature.feature.horizontal.offset, feature.numbers.horizontal)

      # Callout of a feature with a pattern, e.g. "26 × 75: 27 ⌀12".
      def pattern(feature)
        numbers = feature.numbers
        pitch = text(feature.feature.pattern.pitch, numbers.pitch)
        "#{feature.loops.size - 1} × #{pitch}   (#{feature.loops.size} × #{callout(feature)})"
      end

      # What a feature is, e.g. "⌀12".
      def callout(feature)
        texts = feature.numbers.measures.to_h { |name, amount| [name, text(feature.feature.dimensions[name], amount)] }
        feature.kind.callout(texts)
      end

      private

      def text(typed, amount) = @mode == :formula && typed ? typed : Units::Format.number(amount)
    end
  end
end
