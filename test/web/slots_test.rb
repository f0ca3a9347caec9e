# frozen_string_literal: true

require_relative '../support/application'

# So many at once on this machine, whichever process asks.
class SlotsTest < CoreCase
  # Threads and processes share them; what a process held is free when it is killed.
  def test_one_at_a_time_over_processes
    slots = Serving::Slots.new('one', 'It is busy', 1, patience: 5)
    reader, writer = IO.pipe
    Serving::Slots.folder
    child = fork { slots.take { writer.write("in\n") && sleep } }
    reader.gets
    impatient = Serving::Slots.new('one', 'It is busy', 1, patience: 0.1)
    assert_match(/It is busy just now/, refused(Serving::Slots::Taken) { impatient.take { nil } }.message)
    Process.kill('KILL', child)
    Process.wait(child)
    assert_equal(:done, slots.take { :done })
    inside = most = 0
    Array.new(4) { Thread.new { slots.take { most = [most, inside += 1].max and sleep(0.01) and inside -= 1 } } }.each(&:join)
    assert_equal [0, 1], [inside, most]
  end

  # One person does not keep others out; what goes wrong leaves the place free.
  def test_few_of_one_person
    slots = Serving::Slots.new('two', 'It is busy', 2, of_one: 1)
    slots.take('Ann') do
      refused(Serving::Slots::Taken) { slots.take('Ann') { nil } }
      assert_equal :done, slots.take('Ben') { :done }
    end
    assert_raises(ZeroDivisionError) { slots.take('Ann') { 1 / 0 } }
    assert_equal :done, slots.take('Ann') { :done }
  end
end
