# frozen_string_literal: true

module VastLattice
  module Geometry
    module Ruling
      # Stretches of a line: flat lists of where they begin and end, [from, till, from, till, …], sorted and apart.
      module Spans
        NONE = [].freeze

        module_function

        def union(one, other)
          return other if one.empty?
          return one if other.empty?

          merged(one, other, 0b1110)
        end

        def minus(one, other)
          return one if one.empty? || other.empty? || other.last <= one.first || other.first >= one.last

          merged(one, other, 0b0010)
        end

        def both(one, other)
          return NONE if one.empty? || other.empty? || other.last <= one.first || other.first >= one.last

          merged(one, other, 0b1000)
        end

        # What is in one of the two alone.
        def either(one, other) = one == other ? NONE : merged(one, other, 0b0110)

        # Without what is shorter than +least+.
        def longer(spans, least)
          return spans if spans.size == 2 && spans[1] - spans[0] >= least

          spans.each_slice(2).reject { |from, till| till - from < least }.flatten
        end

        # Walks along both. Bits of +kept+ say what is kept: that in none, in the first, in the second, in both.
        def merged(one, other, kept)
          found = []
          at = beside = state = 0
          while at < one.size || beside < other.size
            place = nearer(one[at], other[beside])
            at = past(one, at, place)
            beside = past(other, beside, place)
            now = kept[(at & 1) | ((beside & 1) << 1)]
            next if now == state

            state = now
            found << place
          end
          found
        end

        def nearer(mine, theirs) = theirs.nil? || (mine && mine <= theirs) ? mine : theirs

        # The number of the first end beyond a place.
        def past(spans, number, place)
          number += 1 while (there = spans[number]) && there <= place
          number
        end
        private_class_method :merged, :nearer, :past
      end
    end
  end
end
