# frozen_string_literal: true

module VastLattice
  class Plan
    # The rungs of a Ladder. Each knows the Typed +trees+ that it computes, the Bound +rules+ that it waits for, and whether
    # what it says may be undefined; +name+ is the method of a reading that reads it.
    module Rung
      # What most rungs are like.
      module Usual
        def trees = []
        def rules = []
        def may_be_undefined? = false
        def name = self.class::NAME
      end

      # The condition under which the target applies at all; without it, nothing decides.
      class Applies < Value.with(:condition)
        include Usual

        NAME = :applies
        def trees = [condition]
        def may_be_undefined? = true
      end

      # What a person decides in the pick, whatever else says.
      class Override < Value.with
        include Usual

        NAME = :override
      end

      # What a person decides in the family itself, with a reason: Bound::Overrides, the stronger first.
      class Overrides < Value.with(:overrides)
        include Usual

        NAME = :overrides
      end

      # What a person settled in the family itself: +value+ true or false.
      class ByHand < Value.with(:value)
        include Usual

        NAME = :by_hand
      end

      # What a rule of a parent says: it ranks as a rule.
      class Said < Value.with
        include Usual

        NAME = :said
        def may_be_undefined? = true
      end

      # How often a Bound::Component is there.
      class Counted < Value.with(:component)
        include Usual

        NAME = :counted
        def trees = component.trees
      end

      # What is read in components, with Outlets.
      class Inside < Value.with(:outlets)
        include Usual

        NAME = :inside
      end

      # What rules and rule tables say: Sayings.
      class Rules < Value.with(:sayings)
        include Usual

        NAME = :by_rules
        def trees = sayings.flat_map(&:trees)
        def rules = sayings.map(&:source)
        def may_be_undefined? = true
      end

      # What one branch of a Bound::Rule says, with its +place+, or a Bound::RuleTable, with the Typed +values+ of its rows (nil
      # where one says nothing) and whether the target is the first that it decides.
      class Saying < Value.with(:source, branch: nil, value: nil, place: nil, values: [], leading: false)
        def table? = branch.nil?
        def rule = table? ? nil : source
        def trees = table? ? values.compact : [value]
        def index = source.index
      end

      # The cells of a Bound::Column: of an open one below the answer, of others above it.
      class Cells < Value.with(:column)
        include Usual

        NAME = :cells
        def trees = column.formulas
        def may_be_undefined? = !column.plain
      end

      # What a person answers.
      class Answer < Value.with
        include Usual

        NAME = :answer
      end

      # The own formula, condition or default: +typed+; +kind+ is the decider, :formula or :default.
      class Own < Value.with(:typed, :kind)
        include Usual

        NAME = :own
        def trees = [typed]
        def may_be_undefined? = kind == :formula || !typed.literal?
      end

      # What is so unless something else decides it: a feature is built and shown.
      class Always < Value.with
        include Usual

        NAME = :always
      end

      # Nothing.
      class Nobody < Value.with
        include Usual

        NAME = :nobody
        def may_be_undefined? = true
      end

      # Nothing that is missed: a component need not be given anything.
      class Ungiven < Value.with
        include Usual

        NAME = :nobody
      end

      # The row that is picked of the table with that number: one of +names+.
      class Picked < Value.with(:table, :names)
        include Usual

        NAME = :picked
      end
    end
  end
end
