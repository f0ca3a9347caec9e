# frozen_string_literal: true

module VastLattice
  module Drawing
    # A feature of a variant in one line, as one says it at the bench: its number, its sizes, its place.
    #
    #   StepWords.of(placed)   # "4 × ⌀7, 15 mm from left and top"
    class StepWords
      # Sizes that are said together, with a cross between.
      PAIRS = [%w[width height], %w[length width]].freeze
      # How a size is said by the name of its measure; %s is its number. Those of no name here are said with their label.
      SAID = { 'diameter' => '⌀%s', 'head_diameter' => 'head ⌀%s', 'corner_radius' => 'R%s', 'radius' => 'R%s', 'depth' => '%s deep',
               'head_depth' => 'head %s deep', 'rise' => '%s high', 'letter_height' => '%s high', 'angle' => '%s°', 'size' => '%s',
               'bolt' => 'for a bolt of %s', 'length' => '%s long', 'width' => '%s wide', 'height' => '%s high' }.freeze
      # Measures that are not sizes, or hardly matter.
      UNSAID = %w[through start_margin end_margin relief].freeze

      def self.of(placed) = new(placed).to_s

      # +placed+ is a Geometry::PlacedFeature.
      def initialize(placed)
        @placed = placed
        @numbers = placed.numbers
      end

      # Nothing where its dimensions are not known.
      def to_s = @numbers ? [sizes, place].reject(&:empty?).join(', ') : ''

      private

      def sizes
        count = @placed.feature.pattern && @placed.loops.size > 1 ? "#{@placed.loops.size} × " : ''
        "#{count}#{said.join(', ')}"
      end

      def said
        left = @placed.kind.measures.reject { |measure| UNSAID.include?(measure.name) }
        pair = PAIRS.find { |names| (names - left.map(&:name)).empty? }
        both = pair ? [pair.map { |name| number(name, 'mm') }.join(' × ')] : []
        both + left.reject { |measure| pair&.include?(measure.name) }.filter_map { |measure| one(measure) }
      end

      def one(measure)
        amount = @numbers.measures[measure.name]
        return if amount.nil? || (measure.number? && amount.is_a?(Numeric) && amount.zero?)
        return choice(measure, amount) unless measure.number?

        format(SAID.fetch(measure.name) { "#{measure.label} %s" }, number(measure.name, measure.unit))
      end

      # A word that stands there without being said, as through which walls, is not.
      def choice(measure, text) = text == measure.default || text.empty? ? nil : text

      def number(name, unit)
        amount = @numbers.measures[name]
        amount.nil? || !amount.finite? ? 'undefined' : Units::Format.number(Units[unit].from_base(amount))
      end

      def place
        return '' unless @placed.kind.placed?

        told = sides.reject { |from, amount| middle?(from, amount) }
        return 'in the middle' if told.empty?
        return "#{length(told[0][1])} from #{told.map(&:first).join(' and ')}" if told.map(&:last).uniq.one?

        told.map { |from, amount| "#{length(amount)} from #{from}" }.join(', ')
      end

      # From where it is measured and how far, horizontally and, where that is free, vertically.
      def sides
        feature = @placed.feature
        along = [[feature.horizontal, @numbers.horizontal], ([feature.vertical, @numbers.vertical] unless @placed.kind.along?)].compact
        along.map { |anchor, amount| [anchor&.from || 'centre', amount || 0.0] }
      end

      def middle?(from, amount) = from == 'centre' && amount.zero?
      def length(amount) = amount.finite? ? Units::Format.millimetres(amount) : 'undefined'
    end
  end
end
