# frozen_string_literal: true

module VastLattice
  module Serving
    # Lets one thread of a process work at a time; the others wait for their turn, first come, first served. Ruby works in one
    # thread at a time in any case, and what needs the database ten times would queue ten times behind all others. One that
    # takes long is joined by the next, which goes ahead of it; but one that holds what others wait for, also in other processes, goes
    # before all and is left alone.
    class Turns
      # Seconds after which one that works is joined, and one that holds something; and how many may be at work then.
      PATIENCE = 0.15
      HOLDING = 1.0
      MOST = 4
      # Seconds that what is pressing counts as having come earlier than it did.
      AHEAD = 0.4
      # Of a thread that is joined: its slices of time are short.
      SLOW = -3
      KEY = :lattice_turn
      # When whoever goes on counts as having come.
      BEFORE_ALL = 0.0
      private_constant :KEY, :BEFORE_ALL

      def initialize
        @lock = Mutex.new
        @left = ConditionVariable.new
        @queue = []
        @working = {}
        @first = {}
      end

      # Calls the block when it is its turn. One that is +pressing+, since others will wait for what it does, passes those who came within
      # the last moments (AHEAD), and nobody who waits for longer, however many of them come.
      def take(pressing: false)
        enter(pressing ? now - AHEAD : now)
        begin
          Thread.current[KEY] = self
          yield
        ensure
          Thread.current[KEY] = nil
          leave
        end
      end

      # How many wait for their turn.
      def waiting = @queue.size

      # Calls a block that only waits: others work meanwhile, and it goes on before those who have not begun. Outside of a turn
      # it is just called.
      def self.aside(&)
        turns = Thread.current[KEY] or return yield

        turns.aside(&)
      end

      # Calls a block that takes hold of what others wait for: it goes on at once after it was aside, and nobody joins it. Outside of a
      # turn it is just called.
      def self.first(&)
        turns = Thread.current[KEY] or return yield

        turns.first(&)
      end

      # As Turns.first.
      def first
        return yield if @first[Thread.current]

        begin
          @lock.synchronize { @first[Thread.current] = true }
          yield
        ensure
          @lock.synchronize { @first.delete(Thread.current) }
        end
      end

      # As Turns.aside.
      def aside
        leave
        yield
      ensure
        enter(BEFORE_ALL)
      end

      private

      # Whoever counts as +come+ earlier works earlier.
      def enter(come)
        mine = Thread.current
        @lock.synchronize do
          wait(mine, come) unless @first[mine]
          @working.each_key { |slow| slow.priority = SLOW unless @first[slow] }
          @working[mine] = now
        end
      end

      # Whoever is ended while it waits holds nobody up.
      def wait(mine, come)
        @queue.insert(@queue.index { |_, other| other > come } || @queue.size, [mine, come])
        @left.wait(@lock, PATIENCE) until @queue.first.first == mine && room?
      ensure
        @queue.reject! { |waiting,| waiting == mine }
        @left.broadcast if @queue.any?
      end

      def leave
        @lock.synchronize do
          @working.delete(Thread.current)
          Thread.current.priority = 0
          @left.broadcast
        end
      end

      def room?
        @working.empty? || (@working.size < MOST && @working.all? { |one, since| now - since > (@first[one] ? HOLDING : PATIENCE) })
      end

      def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    end
  end
end
