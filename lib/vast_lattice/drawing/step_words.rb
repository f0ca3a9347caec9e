# frozen_string_literal: true

module VastLattice
  module Drawing
    # A feature of a variant in one line: its number, its sizes, its place.
    #
    #   StepWords.of(placed)   # "4 × ⌀7, 15 mm from left and top"
    class StepWords
      # Measures that are not sizes, or hardly matter in a line.
      UNSAID = %w[through start_margin end_margin relief].freeze
      # Where something is that is measured from the middle: [beyond, before] it.
      SIDES = { horizontal: ['right of', 'left of'], vertical: %w[above below] }.freeze

      def self.of(placed) = new(placed).to_s

      # +placed+ is a Geometry::PlacedFeature.
      def initialize(placed)
        @placed = placed
        @numbers = placed.numbers
      end

      # Nothing where its dimensions are not known.
      def to_s = @numbers ? [sizes, place].reject(&:empty?).join(', ') : ''

      # Where it is, in words.
      def place
        return '' unless @placed.kind.placed?

        told = sides.reject { |_, from, amount| from == 'centre' && amount.zero? }
        return 'in the middle' if told.empty?

        edges, middles = told.partition { |_, from, _| from != 'centre' }
        (edges(edges) + middles.map do |axis, _, amount|
          "#{length(amount.abs)} #{SIDES[axis][amount.negative? ? 1 : 0]} the middle"
        end).join(', ')
      end

      private

      def sizes
        count = @placed.feature.pattern && @placed.loops.size > 1 ? "#{@placed.loops.size} × " : ''
        said = SizeWords.of_feature(@placed.kind, @numbers.measures, without: UNSAID) { |measure, amount| number(measure, amount) }
        "#{count}#{said.join(', ')}"
      end

      def number(measure, amount)
        return amount.to_s unless amount.is_a?(Float)

        Undefined.text(amount) { Units::Format.number(Units[measure.unit].from_base(amount)) }
      end

      # From edges and other features; equal ones together.
      def edges(told)
        return ["#{length(told[0][2])} from #{told.map { |_, from, _| from }.join(' and ')}"] if told.size > 1 && told.map(&:last).uniq.one?

        told.map { |_, from, amount| "#{length(amount)} from #{from}" }
      end

      # The axis, from where it is measured and how far: horizontally and, where that is free, vertically.
      def sides
        feature = @placed.feature
        along = { horizontal: [feature.horizontal, @numbers.horizontal] }
        along[:vertical] = [feature.vertical, @numbers.vertical] unless @placed.kind.along?
        along.map { |axis, (anchor, amount)| [axis, anchor&.from || 'centre', amount || 0.0] }
      end

      def length(amount) = Undefined.text(amount) { Units::Format.millimetres(amount) }
    end
  end
end
