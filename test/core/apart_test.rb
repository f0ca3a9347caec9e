# frozen_string_literal: true

require_relative '../support/core'

# Work in a process of its own: what it gives, and what ends it.
class ApartTest < CoreCase
  Apart = VastLattice::Apart

  def value(seconds = 2, **limits, &) = Apart.value('The file', seconds, **limits, &)

  def test_values_and_errors_come_back
    assert_equal({ 'a' => [1, nil, 'ü'] }, value { { 'a' => [1, nil, 'ü'] } })
    assert_nil(value { nil })
    told = assert_raises(Apart::Told) { value { raise VastLattice::Exchange::Unreadable.because('Torn.', remedy: 'Mend it.', cell: 'A1') } }
    assert_equal ['Torn.', 'A1'], told.to_tree['problems'].first.values_at('message', 'cell')
    _, log = capture_subprocess_io { assert_raises(Apart::Ended) { value { {}.fetch(:none) } } }
    assert_match(/key not found/, log)
    assert_raises(Apart::TooMuch) { value { raise SystemStackError } }
  end

  # A processor's seconds and memory are counted by the operating system; what is waited for in vain is ended.
  def test_limits
    assert_raises(Apart::TooMuch) { value(1) { loop { 1 + 1 } } }
    assert_raises(Apart::TooMuch) { value(2, memory: 60_000_000) { Array.new(40) { |at| at.to_s * 10_000_000 }.size } }
    assert_raises(Apart::Unwanted) { value(wanted: -> { false }) { sleep } }
    assert_equal([1], Apart.told(8) { |tell| tell.call(1) && loop { 1 + 1 } })
    killed = ->(pid) { Process.kill('KILL', pid) }
    assert_raises(Apart::Ended) { value { killed.call(Process.pid) } }
  end

  # It ends with its parent, also where that is killed.
  def test_it_ends_with_its_parent
    reader, writer = IO.pipe
    parent = fork { Apart.told(60) { |_| writer.write("#{Process.pid}\n") && loop { 1 + 1 } } }
    child = Integer(reader.gets)
    Process.kill('KILL', parent)
    Process.wait(parent)
    assert(200.times.any? { sleep(0.01) && ended?(child) }, 'the child goes on without its parent')
  end

  def test_it_holds_no_port
    server = TCPServer.new('127.0.0.1', 0)
    # One that never came to be.
    assert_raises(Errno::EADDRINUSE) { TCPServer.new('127.0.0.1', server.addr[1]) }
    reader, writer = IO.pipe
    waiting = Thread.new { Apart.told(60) { |_| writer.write("here\n") && loop { 1 + 1 } } }
    reader.gets
    port = server.addr[1].tap { server.close }
    assert_equal(port, TCPServer.open('127.0.0.1', port) { |again| again.addr[1] })
  ensure
    waiting.kill.join
  end

  # Whoever inherits it has taken it down, or will.
  def ended?(pid)
    File.read("/proc/#{pid}/stat").include?(') Z')
  rescue Errno::ENOENT, Errno::ESRCH
    true
  end
end
