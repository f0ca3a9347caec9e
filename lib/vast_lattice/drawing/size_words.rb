# frozen_string_literal: true

module VastLattice
  module Drawing
    # The sizes of a feature, a pattern or a stock as one says them at the bench, from their Family::Measure values:
    # what is as usual, blank or zero is not said.
    #
    #   SizeWords.of(kind.measures, { 'diameter' => 7.0, 'depth' => 3.0 }) { |measure, amount| '7' }   # ["⌀7", "3 deep"]
    module SizeWords
      # Sizes that are said together, with a cross between.
      PAIRS = [%w[width height], %w[length width]].freeze
      # How a size is said by the name of its measure; %s is its number. Those of no name here are said with their label.
      SAID = { 'diameter' => '⌀%s', 'head_diameter' => 'head ⌀%s', 'corner_radius' => 'R%s', 'radius' => 'R%s', 'depth' => '%s deep',
               'head_depth' => 'head %s deep', 'rise' => '%s high', 'letter_height' => '%s high', 'angle' => '%s°', 'size' => '%s',
               'bolt' => 'for a bolt of %s', 'length' => '%s long', 'width' => '%s wide', 'height' => '%s high',
               'thickness' => '%s thick', 'bend_radius' => 'bent R%s' }.freeze

      # The block gives the text of a Measure's amount. Measures named in +without+ are passed over.
      def self.of(measures, amounts, without: [], &text)
        left = measures.reject { |measure| without.include?(measure.name) }
        pair = PAIRS.find { |names| (names - left.map(&:name)).empty? }
        both = pair ? [pair.map { |name| text.call(left.find { |measure| measure.name == name }, amounts[name]) }.join(' × ')] : []
        rest = left.reject { |measure| pair&.include?(measure.name) }
        both + rest.filter_map { |measure| one(measure, amounts[measure.name], &text) }
      end

      # Those of a feature: as its kind writes them, and what that leaves out.
      def self.of_feature(kind, amounts, without: [], &text)
        texts = kind.measures.to_h { |measure| [measure.name, amounts[measure.name].nil? ? '' : text.call(measure, amounts[measure.name])] }
        said = kind.callout(texts)
        told = kind.measures.map(&:name).select { |name| said?(said, texts[name]) }
        [said, *of(kind.measures, amounts, without: without + told, &text)].reject(&:empty?)
      end

      # Whether a size stands in a text already, and not as a piece of another.
      def self.said?(text, size) = size.empty? || text.match?(/(?<![\d.])#{Regexp.escape(size)}(?![\d.]*\d)/)
      private_class_method :said?

      def self.one(measure, amount)
        return if amount.nil? || amount == '' || (amount.is_a?(Float) && amount.zero?)
        return (amount unless amount == measure.default) unless measure.number?

        format(SAID.fetch(measure.name) { "#{measure.label} %s" }, yield(measure, amount))
      end
      private_class_method :one
    end
  end
end
