# frozen_string_literal: true

module VastLattice
  # Mistakes of the program itself: what nobody foresaw. A person is told in words what did not work; whoever looks after the
  # program finds the rest in its log, the terminal of bin/start.
  module Trouble
    # Lines of the way to the mistake that are told.
    LINES = 12

    # Seconds in which the same is not told again, and how many mistakes are remembered for that.
    QUIET = 600
    KNOWN = 200

    @told = {}
    @lock = Mutex.new

    # Writes an exception to the log, the same one once in a while.
    def self.tell(error)
      warn("#{error.class}: #{error.message}", *error.backtrace.to_a.first(LINES)) if fresh?([error.class, error.message,
                                                                                              error.backtrace&.first])
    end

    def self.fresh?(key)
      now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      @lock.synchronize do
        next false if @told[key]&.then { |at| now - at < QUIET }

        @told.shift if @told.size >= KNOWN
        @told[key] = now
        true
      end
    end
    private_class_method :fresh?
  end
end
