# frozen_string_literal: true

require_relative '../support/core'

# What is remembered: bounded, made once, and of no influence on what comes out.
class MemoryTest < CoreCase
  # The longest unused is forgotten; what is kept is made once, also for many threads that come one after the other.
  def test_a_memo_keeps_the_latest
    memo = Memo.new(2)
    made = []
    ask = ->(key) { memo.fetch(key) { made.push(key).last } }

    assert_equal(%i[a b a c a b], %i[a b a c a b].each { |key| ask.call(key) })
    assert_equal %i[a b c b], made
    assert_equal [:b] * 6, Array.new(6) { Thread.new { ask.call(:b) } }.map(&:value)
    assert_equal %i[a b c b], made
  end

  # What many ask for at once is made once; where it fails, or is left, the next one makes it.
  def test_what_is_asked_for_at_once_is_made_once
    memo = Memo.new(10)
    made = Queue.new
    slowly = lambda do |answer|
      made << answer
      sleep 0.05
      answer
    end

    assert_equal [1] * 8, Array.new(8) { Thread.new { memo.fetch(:key) { slowly.call(1) } } }.map(&:value)
    assert_equal 1, made.size
    failing = Thread.new { memo.fetch(:other) { slowly.call(raise('no')) } }.tap { |thread| thread.report_on_exception = false }
    assert_raises(RuntimeError) { failing.join }
    left = Thread.new { catch(:out) { memo.fetch(:other) { throw :out, :gone } } }
    assert_equal :gone, left.value
    assert_equal 2, memo.fetch(:other) { made.size + 1 }
    # Whoever asks for what it makes itself is not kept waiting.
    assert_equal 2, memo.fetch(:inner) { memo.fetch(:inner) { made.size + 1 } }
  end

  # What comes to nothing is made again, and weighs nothing.
  def test_nothing_is_not_kept
    memo = Memo.new(3)
    10.times { |number| assert_nil(memo.fetch(:none) { number if number > 20 }) }
    assert_equal 0, memo.weight
    %i[a b c].each { |key| memo.keep(key, key) }
    assert_equal(%i[a b c], %i[a b c].map { |key| memo[key] })
  end

  # As much as it may weigh is kept, whatever it is; one thing alone always is.
  def test_a_memo_is_bounded_by_weight
    memo = Memo.new(100, &:size)
    20.times { |number| memo.keep(number, 'x' * 30) }

    assert_equal [nil, 'x' * 30], [memo[16], memo[19]]
    assert_equal 90, memo.weight
    memo.keep(:large, 'x' * 500)
    assert_equal [500, nil], [memo.weight, memo[19]]
    memo.keep(:large, 'x' * 20)
    assert_equal 20, memo.weight
  end

  # With a memory that forgets at once, and with one that has seen other editions, everything comes to the same.
  def test_what_is_remembered_changes_nothing
    families = demo_plans.slice('Straight module', 'Side frame', 'Roller')
    wanted = families.transform_values { |plan| told(plan) }
    [0.0001, 1].each do |share|
      with_memory(Memory.new(share)) do
        families.each { |name, plan| assert_equal wanted[name], told(plan), name }
        memos = %i[shapes pictures runs figures models amounts prices variants].map { |kind| Memory.here.public_send(kind) }
        assert_operator memos.sum(&:weight), :<, 600 if share < 1
      end
    end
  end

  # A plan holds nothing of what was made of it: it says the same after it was used, and no edition holds on to another.
  def test_a_plan_is_a_value
    plan = demo_plans.fetch('Straight module')
    told(plan)
    assert_predicate plan, :frozen?
    assert_empty plan.instance_variables.map { |name| plan.instance_variable_get(name) }.grep(Memo)
    other = Plan.of(plan.family, library: plan.placed.library)
    refute_equal plan.mark, other.mark
    assert_equal told(plan), told(other)
    edited = Plan.of(plan.family.with(note: 'another'), before: plan)
    assert_equal [plan.shape_mark, plan.figure_mark], [edited.shape_mark, edited.figure_mark]
    # Plans are compared by what they were compiled from.
    assert_equal plan, other
    refute_equal plan, edited
    whole = demo_plans['Straight module']
    frame = Plan.of(whole.placed['right_frame'].plan.family.with(note: 'another'))
    assert_equal whole, Plan.of(whole.family, library: whole.placed.library)
    refute_equal whole, Plan.of(whole.family, library: whole.placed.library.with({ frame.family.name => frame }))
  end

  private

  def with_memory(memory)
    before = Memory.here
    Memory.here = memory
    yield
  ensure
    Memory.here = before
  end

  # All that is told of the first rows: values, findings, masses, prices, the parts list, a picture, known variants.
  def told(plan)
    known = Variants::Known.of(plan)
    Variants::All.new(plan).first(2).map do |variant|
      result = Result.new(plan, outcome: variant.outcome)
      positions = Quantities::PartsList.new(variant.outcome).indented.map { |one| [one.number, one.title, one.total, one.total_mass] }
      [Exchange::FrozenOutcome.of(result).to_tree, positions, Variants::Figures.of(variant.outcome).mass, known.rows(variant.outcome)]
    end
  end
end
