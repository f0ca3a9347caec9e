# frozen_string_literal: true

module VastLattice
  module Drawing
    # What dimensions say: numbers in mm, or in inches where the outcome is shown so, the names of their parameters, or as the
    # engineer typed them.
    class DimensionTexts
      NAME = /\A[\p{L}_][\p{L}\p{N}_]*\z/

      # +mode+ is :number, :name or :formula.
      def initialize(solid, outcome, mode)
        @solid = solid
        @outcome = outcome
        @mode = mode
      end

      # Texts of the width and height of a box; typed ones where the stock has such a dimension.
      def overall(box) = [stock_text(box.width), stock_text(box.height)]

      # Distance of a feature from what it is measured from, :horizontal or :vertical.
      # A number is told without its sign: the dimension is drawn from where it is measured, to the side where it is.
      def offset(feature, axis)
        amount = feature.numbers.public_send(axis)
        text(feature.feature.public_send(axis).offset, @mode == :number ? amount.abs : amount)
      end

      # Of a row, e.g. "26 × 75".
      def pattern(feature)
        count = row_count(feature)
        "#{count - 1} × #{pitch(feature, count)}"
      end

      # Whether a size of a feature is said.
      def shown?(_feature, _name) = true

      # Of a measure of a feature, of its pattern, of the stock, or of anything else.
      def of(feature, name, amount) = text(feature.feature.dimensions[name], amount, unit(feature.kind, name))

      def pattern_measure(feature, name, amount)
        pattern = feature.feature.pattern
        text(pattern.dimensions[name], amount, unit(Family::PATTERN_KINDS.fetch(pattern.kind), name))
      end

      def stock(name, amount) = text(@solid.part.stock.entries[name], amount)
      def plain(amount) = text(nil, amount)

      private

      # In a grid, the instances of one row.
      def row_count(feature)
        feature.numbers.pattern['rows'] ? feature.numbers.pattern['count'].floor : feature.loops.size
      end

      # As it was asked for; of a fitted row, as it came out.
      def pitch(feature, count)
        given = feature.numbers.pattern['pitch']
        return text(feature.feature.pattern.dimensions['pitch'], given) unless feature.feature.pattern.kind == 'fitted'

        first, last = feature.points.minmax
        length((Geometry::Vector.length(Geometry::Vector.minus(last, first)) / [count - 1, 1].max).round(2))
      end

      # The typed entry of the stock's dimension of that size.
      def stock_text(amount)
        name, = @solid.numbers.find { |_, number| number.is_a?(Float) && (number - amount).abs < 1e-6 }
        text(name && @solid.part.stock.entries[name], amount.round(3))
      end

      def unit(kind, name) = kind.measures.find { |measure| measure.name == name }&.unit || 'mm'

      def text(typed, amount, unit = 'mm')
        return amount.to_s if amount.is_a?(String)
        return '' if amount.nil?
        return typed.to_s if typed && (@mode == :formula || (@mode == :name && typed.to_s.match?(NAME)))

        unit == 'mm' ? length(amount) : Units::Format.number(amount)
      end

      def length(amount) = @outcome.display.drawn(amount)
    end
  end
end
