# frozen_string_literal: true

module VastLattice
  module Jobs
    # Documents that did not follow at once what they use (Storage::CatchingUp): a worker that has nothing else to do lets them follow. What
    # is still to be done stands in the database, so that nothing is forgotten whoever is killed.
    class Followers
      # So many at a time, and seconds between two looks.
      MANY = 20
      PAUSE = 1.0

      # +stores+ are Storage::Stores.
      def initialize(stores)
        @stores = stores
        @looked = 0.0
      end

      # Lets the next ones follow, unless that was looked at a moment ago. Returns how many.
      def some
        return 0 if now - @looked < PAUSE

        @looked = now
        # Removed ones follow when they are brought back.
        there = Storage::DocumentRecord.present.select(:id)
        found = Storage::UseRecord.behind.untried.where(user_id: there).order(:id).limit(MANY).to_a
        found.count { |use| one(use) }.tap { |count| @looked = 0.0 if count.positive? }
      end

      private

      def one(use)
        # Whoever was taken away meanwhile has nothing to follow.
        return false unless use.user

        @stores.for(use.user).catch_up(use.user.slug, use.used)
      rescue Storage::Contended, Storage::Missing
        # Somebody is at it.
        false
      rescue ActiveRecord::ActiveRecordError
        raise
      rescue StandardError => e
        Trouble.tell(e)
        note(use, 'by a mistake of the program. Change something there, or tell whoever looks after Vast Lattice.')
      end

      def note(use, reason)
        Storage::UseRecord.where(id: use.id).update_all(refused: use.used.version, reason: reason)
        false
      end

      def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    end
  end
end
