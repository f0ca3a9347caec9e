# frozen_string_literal: true

module VastLattice
  module Quantities
    # What is done to a part, as often as +count+ says: by which +kind+ of operation (of Workshop::OPERATIONS), with a tool of which +size+
    # (mm, nil where it has none), on which +side+, where (+positions+, [[x, y], …] in mm from the lower left corner of the side), how
    # +deep+ from it (mm; of what goes through past the far side), +through+ or not, over which +travel+ in mm each. +about+ says what else
    # there is to know ("M8", "45°"); +feature+ is nil for what makes the part itself, and +part+ for what a rule adds.
    class Operation < Value.with(:kind, part: nil, feature: nil, size: nil, side: '', positions: [], deep: nil, through: false, travel: 0.0,
                                        count: 1, about: '', step: 0, parts: 1)
      def title = Workshop::OPERATIONS.fetch(kind).title

      # Minutes for one part, and what it costs in hundredths.
      def minutes(workshop) = workshop.rate(kind).minutes(count, travel)
      def cents(workshop) = workshop.rate(kind).cents(minutes(workshop))

      # By the order in which parts are made, and then so that tools are changed seldom.
      def rank = [Workshop::OPERATIONS.keys.index(kind), side, size || 0.0, step]
    end
  end
end
