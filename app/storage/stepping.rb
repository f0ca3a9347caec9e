# frozen_string_literal: true

module VastLattice
  module Storage
    # Undo and redo of a Store: they walk the history of a document, through all documents that an edit went through.
    module Stepping
      private

      # Takes back, or brings back, a change with all that belong together with it.
      def step(slug, person, kind, status, choose, &turn)
        changing(slug) do |current|
          change = choose.call(ChangeRecord.where(document_id: current.record.id)).first
          next current if change.nil? || change.number == 1

          parts = parts(change)
          patch = turned(current, change, &turn)
          after = patch.applied(@kind.document(current.plan))
          plan = compile(after, current.plan)
          following = following(current, plan) { |record, document| turned_there(record, document, parts, &turn) }
          committed(current, plan, following) do |record, together|
            said = { person: person, summary: "#{kind.capitalize}: #{change.summary}"[0, Store::SUMMARY], kind: kind, together: together }
            parts.each { |part| part.update!(status: status) }
            write_all(record, patch, after, following, **said)
          end
        end
      end

      # The changes that belong together with one, itself among them.
      def parts(change) = change.together ? ChangeRecord.where(together: change.together).to_a : [change]

      def turned(current, change)
        patch = yield(@kind.patch_of(change.patch))
        refuse_built_on(current.record, change, patch)
        patch
      end

      def turned_there(record, document, parts)
        change = parts.find { |part| part.document_id == record.id } or return document
        patch = yield(@kind.patch_of(change.patch))
        refuse_built_on(record, change, patch)
        patch.applied(document)
      end

      # Later edits of others that still hold keep an edit from being taken back, if they touch the same.
      def refuse_built_on(record, change, patch)
        later = ChangeRecord.where(document_id: record.id, kind: 'edit', status: 'done').where('number > ?', change.number).to_a
        return unless later.any? && Overlap.new(patch, later.map { |other| @kind.patch_of(other.patch) }).any?

        raise Stale, later
      end
    end
  end
end
