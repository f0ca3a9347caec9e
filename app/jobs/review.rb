# frozen_string_literal: true

module VastLattice
  module Jobs
    # Looks through a whole family, every variant with its shape (Checks::Review). What it finds is kept by the family's
    # digest, for everybody, and holds for good, so that a second look changes nothing.
    class Review < Kind
      # Whose tasks these are: nobody's.
      OWNER = 'the program'

      # Nobody asked for it, and much of what it weighed is remembered until it is begun anew.
      def self.gives_way? = true

      class << self
        # What is known of a Stored family: {"done" => true, counts, "findings"}; or else how far it is,
        # {"done" => false, "share"}, after somebody was told to look.
        def of(stored)
          known = Storage::ReviewRecord.body(stored.digest)
          return { 'done' => true, **known } if known

          task = under_way(stored) || begin_one(stored)
          { 'done' => false, 'share' => task ? task.share.round(3) : 0.0 }
        end

        private

        def token(stored) = "review #{stored.digest[0, 32]}"

        def under_way(stored)
          task = Storage::TaskRecord.lean.find_by(token: token(stored))
          return task if task.nil? || !task.over?

          # One that ended without a result is begun again.
          Storage::TaskRecord.where(id: task.id).delete_all
          nil
        end

        # What was to be looked through before the family was changed is not looked through any more.
        def begin_one(stored)
          earlier = Storage::TaskRecord.of(OWNER).where(document_id: stored.record.id, status: Storage::TaskRecord::OPEN)
          earlier.update_all(status: 'cancelled')
          Queue.new.begin_unasked('review', stored, owner: OWNER, token: token(stored))
        end
      end

      # What is kept of a look that failed: the family has no variant that is known to be valid.
      FAILED = { 'failed' => true, 'looked' => 0, 'valid' => 0, 'levels' => '',
                 'findings' => [{ 'code' => 'not_looked_through', 'level' => 'error', 'place' => 'the family', 'names' => [],
                                  'rows' => {}, 'count' => 0,
                                  'message' => 'Its variants could not be looked through, by a mistake of the program.',
                                  'remedy' => 'Change something, or tell whoever looks after Vast Lattice.' }] }.freeze

      # Nothing: what is found is kept elsewhere. So is that it failed, which is told once and not tried again until something changes.
      def result
        Storage::ReviewRecord.keep(stored.digest, looked_through)
        {}
      end

      private

      def looked_through
        Checks::Review.new(stored.plan) { |share| progress.at(share, 'looking at every variant') }.to_tree
      rescue Progress::PutOff, Progress::Cancelled, ActiveRecord::ActiveRecordError
        raise
      rescue StandardError => e
        Trouble.tell(e)
        FAILED
      end
    end
  end
end
