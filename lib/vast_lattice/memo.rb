# frozen_string_literal: true

module VastLattice
  # Remembers what was made, by key; the longest unused is forgotten. For use by many threads.
  class Memo
    # +most+ things are kept.
    def initialize(most)
      @most = most
      @kept = {}
      @lock = Mutex.new
    end

    # What is kept under the key, or nil.
    def [](key) = @lock.synchronize { (kept = @kept.delete(key)) && (@kept[key] = kept) }

    # What is kept under the key, or what the block makes.
    def fetch(key) = self[key] || keep(key, yield)

    # Keeps a thing that is made already; returns it.
    def keep(key, made)
      @lock.synchronize do
        @kept[key] = made
        @kept.shift while @kept.size > @most
      end
      made
    end
  end
end
