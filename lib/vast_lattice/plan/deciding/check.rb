# frozen_string_literal: true

module VastLattice
  class Plan
    # What the value of a target is held against when all are known; nothing of it changes a value. Each knows its Typed
    # +trees+; +name+ is the method of a reading that reads it.
    module Check
      # A count is whole.
      class Whole < Value.with
        def trees = []
        def name = :whole
      end

      # Limits and a step: the parameter's own (Typed or nil), and what narrows them: Narrowings.
      class Between < Value.with(least: nil, most: nil, step: nil, narrowings: [])
        def trees = [least, most, step].compact + narrowings.flat_map(&:trees)
        def name = :between

        # The Narrowing of a rule and its branch, or of a table.
        def narrowing(kind, *numbers) = narrowings.find { |one| one.kind == kind && one.numbers == numbers }
      end

      # Narrower limits, by one branch of a rule (+kind+ :rule, +numbers+ its index and branch) or by an open column of which a
      # row is picked (:table, the number of the table). +place+ is where they are written, +source+ the bound rule or rule table, +item+
      # the Consequence::Limit.
      class Narrowing < Value.with(:kind, :numbers, :place, source: nil, item: nil, least: nil, most: nil, step: nil)
        def trees = [least, most, step].compact
      end

      # One of +choices+; +offers+ are [Bound::Rule, branch, values, Consequence::Offer] that leave some of them. Of a row
      # that is picked only what rules leave is checked.
      class Offered < Value.with(:choices, :offers)
        def trees = []
        def name = :offered
      end
    end
  end
end
