# frozen_string_literal: true

module VastLattice
  module Generating
    # What files are called: a pattern with names in braces. {variant} are the names of its rows, {family}, {result} what it is; all other
    # names are those of part numbers and other labels of the family. The ending of the format follows.
    class Naming
      FIXED = %w[variant family result].freeze
      # Longest name of a file without its ending.
      LONGEST = 120

      # Raises Error for a name that there is not.
      def initialize(pattern, plan)
        @pattern = pattern
        @plan = plan
        known = [*FIXED, *plan.labels.names]
        stray = pattern.scan(/\{([^{}]*)\}/).flatten.find { |name| !known.include?(name) } or return
        raise Error.new(Wording[:there_is_no_kind_name, kind: 'name', name: stray], remedy: Nearest.remedy(stray, known, kind: 'name'))
      end

      # Of a Variants::All::Variant and a format with its options.
      def of(variant, format, options = {})
        said = { 'variant' => variant.rows.empty? ? @plan.family.name : variant.rows.values.join('-'), 'family' => @plan.family.name,
                 'result' => format.told(options) }
        words = @pattern.gsub(/\{([^{}]*)\}/) { said.fetch(Regexp.last_match(1)) { variant.outcome.labels[Regexp.last_match(1)].to_s } }
        "#{clean(words)}.#{format.ending}"
      end

      private

      # As all file systems take it.
      def clean(words)
        kept = words.gsub(/[^\p{L}\p{N}._-]+/, '_').sub(/\A[._]+/, '')[0, LONGEST]
        kept.empty? ? '_' : kept
      end
    end
  end
end
