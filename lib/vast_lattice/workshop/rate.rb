# frozen_string_literal: true

module VastLattice
  class Workshop
    # How long one kind of operation takes and what it costs: minutes for +each+, the +feed+ in mm a minute along what is worked (0 where
    # that takes no time), and what an +hour+ costs.
    class Rate < Value.with(:kind, each: 0.0, feed: 0.0, hour: 0.0)
      extend TreeForm

      # Minutes of so many, each over a length in mm.
      def minutes(count, length) = count * (each + (feed.positive? ? length / feed : 0.0))

      # What minutes cost, in hundredths, rounded to whole ones.
      def cents(minutes) = Price.cents(minutes / 60 * hour)
    end
  end
end
