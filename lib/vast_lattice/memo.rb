# frozen_string_literal: true

module VastLattice
  # Remembers what was made, by key; the longest unused is forgotten. For use by many threads: what several ask for at once is made
  # once, by the first, and the others wait for it.
  class Memo
    # Seconds after which one that waits makes it itself: whoever makes it may wait for something that the other one holds.
    PATIENCE = 10

    # +most+ things are kept, or so much as they weigh together: a block says what one weighs.
    def initialize(most, &weigh)
      @most = most
      @weigh = weigh
      @kept = {}
      @weights = {}
      @weight = 0
      @making = {}
      @lock = Mutex.new
      @made = ConditionVariable.new
    end

    # What all that is kept weighs.
    attr_reader :weight

    # What is kept under the key, or nil.
    def [](key) = @lock.synchronize { look(key) }

    # What is kept under the key, or what the block makes.
    def fetch(key)
      known = @lock.synchronize { look(key) || await(key) }
      return known if known

      begin
        keep(key, yield)
      ensure
        @lock.synchronize { leave(key) }
      end
    end

    # Keeps a thing that is made already; returns it. Nothing is not kept.
    def keep(key, made)
      return made unless made

      weight = @weigh ? @weigh.call(made) : 1
      @lock.synchronize do
        forget(key)
        @kept[key] = made
        @weight += weight
        @weights[key] = weight if @weigh
        forget(@kept.first.first) while @weight > @most && @kept.size > 1
      end
      made
    end

    private

    def look(key) = (kept = @kept.delete(key)) && (@kept[key] = kept)

    def forget(key)
      return unless @kept.key?(key)

      @kept.delete(key)
      @weight -= @weigh ? @weights.delete(key) : 1
    end

    # What another thread makes of the key just now; nil where nobody does, and this one begins. Whoever asks for what it makes itself
    # makes it again.
    def await(key)
      ends = nil
      while (maker = @making[key]) && maker.alive? && maker != Thread.current
        left = (ends ||= now + PATIENCE) - now
        break if left <= 0

        @made.wait(@lock, left)
        known = look(key)
        return known if known
      end
      @making[key] = Thread.current
      nil
    end

    def leave(key)
      @making.delete(key) if @making[key] == Thread.current
      @made.broadcast
    end

    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  end
end
