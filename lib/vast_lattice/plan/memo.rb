# frozen_string_literal: true

module VastLattice
  class Plan
    # Remembers what was computed from a plan, by key; the longest unused are forgotten. For use by many threads.
    class Memo
      MOST = 16

      def initialize
        @kept = {}
        @lock = Mutex.new
      end

      # What is kept under the key, or what the block makes.
      def fetch(key)
        found = @lock.synchronize { (kept = @kept.delete(key)) && (@kept[key] = kept) }
        return found if found

        made = yield
        @lock.synchronize do
          @kept[key] = made
          @kept.shift while @kept.size > MOST
        end
        made
      end
    end
  end
end
