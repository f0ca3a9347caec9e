# frozen_string_literal: true

module VastLattice
  class Workshop
    # How long one kind of operation takes and what it costs: minutes for +each+, the +feed+ in mm a minute along what is worked (0 where
    # that takes no time), and what an +hour+ costs; nil where that is not said.
    class Rate < Value.with(:kind, each: nil, feed: nil, hour: nil)
      extend TreeForm

      # The same, with what another one says in its place.
      def with_own(other) = with(**other.to_h.compact)

      # Minutes of so many, each over a length in mm.
      def minutes(count, length) = count * (each.to_f + (feed.to_f.positive? ? length / feed : 0.0))

      # What minutes cost, in hundredths, rounded to whole ones.
      def cents(minutes) = Price.cents(minutes / 60 * hour.to_f)
    end
  end
end
