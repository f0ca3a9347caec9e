# frozen_string_literal: true

module VastLattice
  module Checks
    # Findings of many variants, each once: what is found at one place for one reason is one thing, however many variants show
    # it and with whatever numbers.
    class Gathering
      # Variants that are named.
      NAMED = 4

      # One thing that is wrong: the +finding+ of the first variant that shows it, the +names+ of the first variants, the
      # +rows+ of the first by table, and the +count+ of all. Of the family itself there are no variants.
      class Found < Value.with(:finding, names: [], rows: {}, count: 0)
        # The Finding with the names of its variants, for lists of findings alone.
        def told
          return finding if names.empty?

          more = count > names.size ? " and #{count - names.size} more" : ''
          finding.with(wording: Wording[:what_problem, what: "#{names.join(', ')}#{more}", problem: finding.wording])
        end

        def to_tree = finding.to_tree.merge('names' => names, 'rows' => rows, 'count' => count)
      end

      def initialize
        @found = {}
      end

      # Notes that a Variants::All::Variant, or nothing but the family, shows a Finding.
      def add(finding, variant = nil)
        known = @found[[finding.code, finding.place&.path]] ||= { finding: finding, names: [], rows: variant&.rows || {}, count: 0 }
        return if variant.nil? || known[:last] == variant.name

        known[:last] = variant.name
        known[:count] += 1
        known[:names] << variant.name if known[:names].size < NAMED
      end

      # All that was found: Found values, in the order in which they came.
      def to_a = @found.values.map { |known| Found.new(**known.except(:last)) }
    end
  end
end
