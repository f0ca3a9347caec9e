# frozen_string_literal: true

require 'json'
require 'rbconfig'
require 'timeout'

# A process of bin/lib/serving.rb that is kept alive. It ends with this one, however that ends.
class ServingProcess
  PROGRAM = File.join(__dir__, 'serving.rb')
  # Machine code has room of its own, which counts as memory from the start; what a day of edits compiles is a tenth.
  RUBY = [RbConfig.ruby, '--yjit', '--yjit-exec-mem-size=48'].freeze
  # Seconds between two starts of what ends at once.
  PAUSE = 2

  # +kind+ and +given+ are what the program is told; its lines of output are given to the block, if there is one.
  def initialize(kind, given, &heard)
    @kind = kind
    @given = JSON.generate(given)
    @heard = heard || ->(_line) {}
    @last = -Float::INFINITY
  end

  # Starts it, or starts it again where it has ended; returns whether it did. It loads its code and waits until it is told
  # what to do.
  def revive
    return false if alive? || now - @last < PAUSE

    @last = now
    reader, @line = IO.pipe
    output, writer = IO.pipe
    # A group of its own: Ctrl-C of the terminal goes to this program alone, which ends the others in order.
    @pid = Process.spawn(*RUBY, PROGRAM, @kind, in: reader, out: writer, pgroup: true)
    [reader, writer].each(&:close)
    @line.puts(@given) if @told
    Thread.new { output.each_line { |line| @heard.call(line.chomp) } }
    true
  end

  # Tells it what to do, now and whenever it is started again.
  def tell
    @told = true
    @line.puts(@given)
  rescue Errno::EPIPE
    nil
  end

  def alive?
    @pid = nil if @pid && Process.wait(@pid, Process::WNOHANG)
    !@pid.nil?
  end

  # Asks it to end, and ends it after so many seconds.
  def stop(within:)
    return unless alive?

    Process.kill('TERM', @pid)
    Timeout.timeout(within) { Process.wait(@pid) }
  rescue Timeout::Error
    Process.kill('KILL', @pid)
  rescue SystemCallError
    nil
  end

  private

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
end
