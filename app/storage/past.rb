# frozen_string_literal: true

module VastLattice
  module Storage
    # What was changed in documents of a Store, and how they were then.
    module Past
      # Versions back to which a document can be seen as it was.
      REACH = 500

      # The history, latest first: ChangeRecords.
      def history(slug, limit: 50) = ChangeRecord.where(document_id: record(slug).id).order(number: :desc).limit(limit)

      # The version that is stored now.
      def version(slug) = record(slug).version

      # The number of the latest change of all documents: while it stays, nothing has changed anywhere.
      def latest = ChangeRecord.maximum(:id).to_i

      # The changes that were made since a version, first to last: ChangeRecords, at most the latest 50.
      def since(slug, version)
        ChangeRecord.where(document_id: record(slug).id).where('number >= ?', version).order(number: :desc).limit(50).reverse
      end

      # Changes of what a document uses, on all levels, after the one of that number of all changes; the latest 50.
      def inner_since(slug, number)
        ids = Relatives.used_ids(record(slug))
        ids.empty? ? [] : ChangeRecord.where(document_id: ids).where('id > ?', number).order(id: :desc).limit(50).reverse
      end

      # The number of the latest change of what a document uses; 0 where there is none.
      def inner_latest(record)
        ids = Relatives.used_ids(record)
        ids.empty? ? 0 : ChangeRecord.where(document_id: ids).maximum(:id).to_i
      end

      # What others changed between a version and what +stored+ shows: all but the change that gave it.
      def others(stored, version)
        since(stored.slug, version).reject { |change| change.number == stored.made || change.number >= stored.version }
      end

      # The family as it was at an earlier version, Stored, or nil where its history does not reach back so far.
      def at(slug, version)
        current = find(slug)
        return current if version == current.version
        return unless version.between?([2, current.version - REACH].max, current.version - 1)

        family = earlier(current, version)
        plan = @plans.fetch([:then, Digest.of(@kind.taken_apart(family)), current.digest]) do
          compile(family, current.plan, library_of(current))
        end
        Store::Stored.new(current.record, plan)
      end

      # [what undo would take back, what redo would bring back], as summaries or nil.
      def next_steps(slug)
        changes = ChangeRecord.where(document_id: record(slug).id)
        [changes.undoable.pick(:summary), changes.redoable.pick(:summary)]
      end

      private

      def earlier(current, version)
        changes_since(current.record, version).reverse.reduce(@kind.document(current.plan)) do |family, change|
          @kind.patch_of(change.patch).reversed.applied(family)
        end
      end

      def changes_since(record, version) = ChangeRecord.where(document_id: record.id).where('number >= ?', version).order(:number).to_a
    end
  end
end
