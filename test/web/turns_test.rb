# frozen_string_literal: true

require_relative '../support/application'

# One request of a process works at a time, in the order in which they came; who waits for something else lets others work.
class TurnsTest < CoreCase
  def setup
    @turns = Serving::Turns.new
    @said = Queue.new
  end

  def said = Array.new(@said.size) { @said.pop }

  # A thread that has asked for its turn.
  def asking(**how, &block)
    Thread.new { @turns.take(**how, &block) }.tap { |thread| sleep 0.005 until thread.status == 'sleep' || !thread.alive? }
  end

  def test_first_come_first_served
    working = 0
    threads = nil
    @turns.take do
      threads = Array.new(6) do |number|
        asking do
          assert_equal 1, working += 1
          @said << number
          Thread.pass
          working -= 1
        end
      end
      assert_empty said
    end
    threads.each(&:join)
    assert_equal [0, 1, 2, 3, 4, 5], said
  end

  # What others will wait for passes those who have just come, and nobody who waits for longer, however many press.
  def test_pressing
    threads = nil
    @turns.take { Serving::Turns.first { threads = crowd } }
    threads.each(&:join)
    assert_equal [0, 1, :first, :second, 2, 3], said
  end

  def crowd
    threads = Array.new(2) { |number| asking { @said << number } }
    sleep Serving::Turns::AHEAD + 0.05
    threads + [2, 3].map { |number| asking { @said << number } } +
      %i[first second].map { |name| asking(pressing: true) { @said << name } }
  end

  # Whoever waits for a lock holds nobody up, and goes on before those who have not begun.
  def test_aside
    gate = Queue.new
    aside = asking do
      Serving::Turns.aside { gate.pop }
      @said << 'was aside'
    end
    later = nil
    @turns.take do
      later = asking { @said << 'later' }
      gate << true
      sleep 0.02
    end
    [aside, later].each(&:join)
    assert_equal ['was aside', 'later'], said
    assert_equal(:given, Serving::Turns.aside { :given })
  end

  # Whoever holds what others wait for goes on at once when it has it, at its full priority, and nobody joins it for a while.
  def test_one_that_holds_something
    gate = Queue.new
    held = Queue.new
    first = asking do
      Serving::Turns.first do
        Serving::Turns.aside { gate.pop }
        @said << Thread.current.priority
        held.pop
      end
    end
    @turns.take do
      gate << true
      sleep 0.01 until held.num_waiting == 1
      assert_equal [0], said, 'it went on although another one works'
    end
    later = asking { @said << 'later' }
    sleep Serving::Turns::PATIENCE * 1.5
    assert_empty said, 'it is left alone'
    held << true
    [first, later].each(&:join)
    assert_equal ['later'], said
    assert_equal(:given, Serving::Turns.first { :given })
  end

  # One that takes long is joined, at a lower priority; afterwards everything is as it was.
  def test_one_that_takes_long
    gate = Queue.new
    slow = asking { gate.pop }
    begun = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    @turns.take { @said << slow.priority }
    assert_operator Process.clock_gettime(Process::CLOCK_MONOTONIC) - begun, :>=, Serving::Turns::PATIENCE * 0.5
    assert_equal [Serving::Turns::SLOW], said
    others = Array.new(Serving::Turns::MOST + 1) { asking { gate.pop } }
    sleep Serving::Turns::PATIENCE * (Serving::Turns::MOST + 1)
    assert_equal Serving::Turns::MOST, gate.num_waiting, 'no more than so many at once'
    (others.size + 1).times { gate << true }
    [slow, *others].each(&:join)
    assert_equal(0, @turns.take { Thread.current.priority })
  end

  # Who is ended while it waits holds nobody up, and has had no turn.
  def test_one_that_is_ended_while_it_waits
    ended = later = nil
    @turns.take do
      ended = asking { @said << 'ended' }
      later = asking { @said << 'later' }
      ended.kill.join
    end
    later.join(5)
    assert_equal ['later'], said
    assert_equal(:free, @turns.take { :free })
  end

  def test_what_goes_wrong_ends_the_turn
    assert_raises(ZeroDivisionError) { @turns.take { 1 / 0 } }
    leave = -> { throw :here }
    assert_throws(:here) { @turns.take(&leave) }
    assert_equal(:free, @turns.take { :free })
  end
end
