# frozen_string_literal: true

require 'fiddle'
require 'socket'

module VastLattice
  # Work in a process of its own, which the operating system ends where it takes more than it may: seconds of a processor, so that
  # what is found does not depend on what else the machine has to do, and bytes of memory. It stands behind whatever serves, holds no
  # connection of its parent, and never outlives it.
  module Apart
    # It took more seconds, or more memory, than it may.
    class TooMuch < Error
      def initialize(what = 'It')
        super(Wording[:what_takes_more_work_than_is_allowed, what: what], remedy: Wording[:make_it_smaller_or_leave_out_what])
      end
    end

    # Nobody wants it any more.
    class Unwanted < Error
      def initialize = super(Wording[:the_work_was_given_up])
    end

    # It was ended from outside (+killed+), or by a mistake of the program, which is told to the log.
    class Ended < StandardError
      def initialize(message = 'killed') = super
      def killed? = message == 'killed'
    end

    # An Error that was raised there, in the same words and with the same plain form.
    class Told < Error
      attr_reader :to_tree

      def initialize(tree)
        @to_tree = tree
        super(tree['message'], remedy: tree['remedy'])
      end
    end

    # Bytes of memory beyond those of the parent.
    MEMORY = 500_000_000
    # How many times as long it is waited for at most, on a machine with much else to do.
    PATIENCE = 20
    # How low it stands.
    NICE = 12
    # Seconds between two looks at whether it is still wanted.
    LOOK = 0.25
    KILLED = Signal.list.fetch('KILL')
    LATE = Signal.list.fetch('XCPU')
    # prctl(2): the signal that a process gets when its parent ends.
    PARENT_ENDS = 1
    PRCTL = Fiddle::Function.new(Fiddle.dlopen(nil)['prctl'], [Fiddle::TYPE_INT, *[Fiddle::TYPE_LONG] * 4], Fiddle::TYPE_INT)
    private_constant :KILLED, :LATE, :PARENT_ENDS, :PRCTL

    module_function

    # All that the block tells until it ends, or is ended: it is called with something that takes values of JSON, one by one. +wanted+
    # is asked now and then whether anybody still waits. Raises Unwanted.
    def told(seconds, **limits, &) = run(seconds, **limits, &).first

    # What the block gives, in plain form. An Error that it raises is Told. +what+ is the work in words. Raises TooMuch, Unwanted, Ended.
    def value(what, seconds, **limits, &block)
      said, signal = run(seconds, **limits) { |tell| tell.call(outcome(&block)) }
      said = said.first or raise signal == KILLED ? Ended.new : TooMuch.new(what)
      raise TooMuch, what if said['much']
      raise Told, said['told'] if said['told']
      raise Ended, said['failed'] if said['failed']

      said['value']
    end

    # [what was told, the signal by which it ended, or nil]
    def run(seconds, memory: MEMORY, wanted: -> { true }, &work)
      reader, writer = IO.pipe(binmode: true)
      parent = Process.pid
      child = fork { tell(parent, writer, seconds, memory, &work) }
      writer.close
      said = listen(reader, now + (seconds * PATIENCE), wanted)
      # It ends by itself where all that it has to tell has come.
      status = said ? Process.wait2(child).last : nil
      child = nil if said
      [said.to_a, status ? status.termsig : LATE]
    ensure
      [reader, writer].each { |pipe| pipe&.close unless pipe&.closed? }
      finish(child) if child
    end

    # In the child: what came of the block.
    def outcome
      { 'value' => yield }
    rescue Error => e
      { 'told' => e.to_tree }
    rescue NoMemoryError, SystemStackError
      { 'much' => true }
    rescue StandardError => e
      Trouble.tell(e)
      { 'failed' => e.message[0, 200] }
    end

    # In the child. Nothing of the parent ends with it.
    def tell(parent, writer, seconds, memory)
      bind(parent, seconds, memory)
      # Whoever watches the parent sees nothing of it.
      Watch.by(nil) { yield ->(value) { writer.write(JSON.generate(value), "\n") && writer.flush } }
      writer.close
    rescue StandardError, NoMemoryError => e
      Trouble.tell(e)
    ensure
      exit!(0)
    end

    def bind(parent, seconds, memory)
      PRCTL.call(PARENT_ENDS, KILLED, 0, 0, 0)
      exit!(0) unless Process.ppid == parent
      ObjectSpace.each_object(BasicSocket) { |socket| leave(socket) }
      Process.setpriority(Process::PRIO_PROCESS, 0, [Process.getpriority(Process::PRIO_PROCESS, 0), NICE].max)
      Process.setrlimit(Process::RLIMIT_CORE, 0)
      # Past the first it is told to end, past the second it is ended. What a large parent costs until here is not its own.
      until_now = Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID).ceil
      Process.setrlimit(Process::RLIMIT_CPU, until_now + seconds, until_now + seconds + 1)
      Process.setrlimit(Process::RLIMIT_AS, room + memory)
    end

    def leave(socket)
      socket.close
    rescue IOError, SystemCallError
      # One that was never connected.
      nil
    end

    # Bytes that this process has for itself already.
    def room = File.read('/proc/self/statm').to_i * 4096

    # What was told by the time the child ended; nil where its time was over before.
    def listen(reader, deadline, wanted)
      bytes = +''.b
      while now < deadline
        raise Unwanted unless wanted.call

        bytes << reader.readpartial(1 << 20) if reader.wait_readable(LOOK)
      end
    rescue EOFError
      lines(bytes)
    end

    # What came whole.
    def lines(bytes)
      whole = bytes.force_encoding('UTF-8').each_line.select { |line| line.end_with?("\n") }
      whole.map { |line| JSON.parse(line, max_nesting: 200) }
    end

    def finish(child)
      Process.kill('KILL', child)
      Process.wait(child)
    rescue Errno::ESRCH, Errno::ECHILD
      nil
    end

    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

    private_class_method :run, :outcome, :tell, :bind, :leave, :room, :listen, :lines, :finish, :now
  end
end
