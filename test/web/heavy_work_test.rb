# frozen_string_literal: true

require_relative '../support/application'

# Heavy shapes wait for each other, are refused where too many wait, and end when nobody waits for them.
class HeavyWorkTest < CoreCase
  Heavy = VastLattice::Serving::HeavyWork
  POINTS = VastLattice::Watch::PULSE + 1

  # Works out something that takes so many pulses, under a budget that is large enough.
  def work(socket = nil, pulses: 3)
    Heavy.watched({ 'puma.socket' => socket }) do
      Geometry::Work.budget(1_000_000_000) do
        pulses.times do
          Geometry::Work.take(POINTS)
          yield if block_given?
        end
      end
    end
  end

  def test_quick_shapes_never_notice
    Heavy::GATE.synchronize { Heavy.watched { Geometry::Work.budget { Geometry::Work.take(POINTS - 10) } } }
  end

  def test_one_at_a_time_and_in_the_background
    inside = 0
    most = 0
    priorities = []
    Array.new(4) do
      Thread.new do
        work do
          most = [most, inside += 1].max
          priorities << Thread.current.priority
          sleep 0.01
          inside -= 1
        end
        assert_equal 0, Thread.current.priority
      end
    end.each(&:join)
    assert_equal 1, most
    assert_equal [-3], priorities.uniq, 'the lowest that Ruby has'
    refute_predicate Heavy::GATE, :locked?
  end

  def test_too_many_are_refused
    Heavy::GATE.lock
    waiting = Array.new(Heavy::MOST_WAITING) { Thread.new { work } }
    sleep 0.01 until Heavy.waiting == Heavy::MOST_WAITING
    error = refused(Heavy::Busy) { Thread.new { work }.tap { |thread| thread.report_on_exception = false }.value }
    assert_match(/Try again/, error.remedy)
  ensure
    Heavy::GATE.unlock
    waiting.each(&:join)
    refute_predicate Heavy::GATE, :locked?
  end

  # A client that has gone away is not worked for; one that waits is.
  def test_what_nobody_waits_for_ends
    server, client = UNIXSocket.pair
    work(server)
    client.close
    refused(Heavy::Abandoned) { work(server) }
    refute_predicate Heavy::GATE, :locked?
  ensure
    server.close
  end

  # Whatever takes long is seen, not shapes alone: outcomes by the thousand, and filters of formulas.
  def test_all_that_takes_long_is_watched
    plan = VastLattice::Plan.of(VastLattice::Family.from_tree('name' => 'x', 'parameters' => [{ 'name' => 'n', 'kind' => 'count', 'formula' => 'count([1, 2, 3][item > 1])' }]))
    found = VastLattice::Plan::PickReader.new(plan).read(VastLattice::Plan::Pick.new)
    calls = 0
    VastLattice::Watch.by(-> { calls += 1 }) { 10_000.times { VastLattice::Outcome.of(plan, found) } }
    assert_equal 2, calls
    VastLattice::Watch.by(-> { calls += 1 }) { 5.times { VastLattice::Formula::Budget.new.take?(100_000) } }
    assert_equal 3, calls
  end

  # Half a minute is enough for what only reads; what changes something goes on, since it may have changed it already.
  def test_what_takes_too_long_is_given_up
    pulses = Heavy::MOST + 1
    refused(Heavy::TooLong) { work(pulses: pulses) }
    refute_predicate Heavy::GATE, :locked?
    done = 0
    change = { 'REQUEST_METHOD' => 'POST' }
    Heavy.watched(change) { pulses.times { [VastLattice::Watch.count(POINTS), done += 1] } }
    assert_equal [0, 0], [pulses - done, Thread.current.priority]
    refused(Heavy::TooLong) { Heavy.watched(change.merge(Heavy::READS => true)) { pulses.times { VastLattice::Watch.count(POINTS) } } }
  end

  # What goes wrong in between lets the next one in.
  def test_the_gate_opens_again
    assert_raises(ZeroDivisionError) { work { 1 / 0 } }
    refused(Geometry::Work::Spent) { Heavy.watched { Geometry::Work.budget(POINTS) { 2.times { Geometry::Work.take(POINTS) } } } }
    refute_predicate Heavy::GATE, :locked?
  end
end
