# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/known_family'
require_relative '../support/random_family'

# One description of what decides a target: all its readings agree.
class LadderTest < CoreCase
  RUNGS = { override: [Plan::Rung::Override, Plan::Rung::ByHand], rule: [Plan::Rung::Rules], table: [Plan::Rung::Cells], answer: [Plan::Rung::Answer, Plan::Rung::Picked],
            formula: [Plan::Rung::Own], default: [Plan::Rung::Own, Plan::Rung::Always], none: [Plan::Rung::Nobody, Plan::Rung::Picked],
            idle: [Plan::Rung::Applies], unsettled: [Plan::Rung::Applies] }.freeze

  def each_outcome
    25.times do |seed|
      [KnownFamily.new(seed, undefined: true).then { |known| [known.family, known.picks] }, RandomFamily.new(seed).then { |one| [one.family, [one.pick]] }]
        .each do |family, picks|
          plan = Plan.of(family)
          picks.each { |pick| yield plan, plan.outcome(pick), "seed #{seed}" }
        end
    end
  end

  # Whoever decides stands on the ladder; the rungs stand in the order of the design; each reason speaks of what the ladder uses.
  def test_whoever_decides_stands_on_the_ladder
    order = [Plan::Rung::Applies, Plan::Rung::Override, Plan::Rung::ByHand, Plan::Rung::Rules, Plan::Rung::Cells, Plan::Rung::Answer]
    met = Hash.new(0)
    each_outcome do |plan, outcome, what|
      plan.bound.ladders.each do |ladder|
        kind = outcome.decider(ladder.target.name).kind
        met[kind] += 1
        standing = kind == :inherited || RUNGS.fetch(kind).any? { |rung| ladder.rung(rung) }
        assert standing, "#{what}, #{ladder.target.name}: #{kind}"
        places = ladder.rungs.filter_map { |rung| order.index(rung.class) }
        assert_equal places.sort, places, what unless ladder.column&.open?
        known = (ladder.trees + ladder.rules.flat_map(&:conditions)).flat_map(&:variables).map(&:name) + ladder.parents.map(&:name)
        assert_empty outcome.because(ladder.target.name).uses.keys - known, "#{what}, #{ladder.target.name}"
      end
    end
    assert_operator met.keys.size, :>, 7, met
  end

  # Each step of the order comes after all that its ladder uses.
  def test_the_order_is_one_of_the_ladders
    each_outcome do |plan, _, what|
      done = {}
      Plan::Order.new(plan.bound, plan.placed).steps.each do |step|
        used = step.is_a?(Plan::Bound::Rule) ? step.variables : plan.bound.ladder(step).then { |ladder| ladder.trees.flat_map(&:variables) + ladder.parents }
        used.each { |one| assert done[one.index], "#{what}: #{one.name}" }
        done[step.index] = true unless step.is_a?(Plan::Bound::Rule)
      end
    end
  end
end
