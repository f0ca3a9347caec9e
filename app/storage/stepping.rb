# frozen_string_literal: true

module VastLattice
  module Storage
    # Undo and redo of a Store: they walk the history of a document, through all documents that an edit went through.
    module Stepping
      protected

      # Takes back, or brings back, a change with all that belong together with it.
      def step(slug, person, kind, status, choose, &turn)
        first = first_of(choose.call(ChangeRecord.where(document_id: record(slug).id)).first)
        return step_there(first, slug, person, kind, status, &turn) if first && first.document_id != record(slug).id

        changing(slug) do |current|
          change = choose.call(ChangeRecord.where(document_id: current.record.id)).first
          next current if change.nil? || change.number == 1

          parts = parts(change)
          patch = turned(current, change, &turn)
          after = patch.applied(@kind.document(current.plan))
          plan = compile(after, current.plan, library_of(current))
          following = turned_around(current, plan, parts, &turn)
          said = Writing::Said.new(person: person, summary: "#{kind.capitalize}: #{change.summary}", kind: kind)
          committed(current, plan, following, said) do |record|
            parts.each { |part| part.update!(status: status) }
            Writing.write(@kind, record, patch, after, said)
          end
        end
      end

      private

      # Those that use what is stepped back: those that had a part in the change step back, too, however many they are.
      def turned_around(current, plan, parts, &turn)
        around = Following.new(@stores, @kind, [[current, plan]], along: parts.map(&:document_id))
        around.all { |record, document| turned_there(record, document, parts, &turn) }
      end

      # The change with which an edit through several documents began, nil where it was none.
      def first_of(change) = change&.together && ChangeRecord.where(together: change.together).order(:id).first

      # Takes the whole back where it began; the document is as it is after that.
      def step_there(first, slug, person, kind, status, &)
        origin = DocumentRecord.find(first.document_id)
        @stores.for(origin).step(origin.slug, person, kind, status, ->(changes) { changes.where(id: first.id) }, &)
        stored = find(slug)
        Store::Stored.new(stored.record, stored.plan, stored.version - 1)
      end

      # The changes that belong together with one, itself among them.
      def parts(change) = change.together ? ChangeRecord.where(together: change.together).to_a : [change]

      def turned(current, change)
        patch = yield(@kind.patch_of(change.patch))
        refuse_built_on(current.record, change, patch, @kind)
        patch
      end

      def turned_there(record, document, parts)
        change = parts.find { |part| part.document_id == record.id } or return document
        kind = KINDS.fetch(record.kind)
        patch = yield(kind.patch_of(change.patch))
        refuse_built_on(record, change, patch, kind)
        patch.applied(document)
      end

      # Later edits of others that still hold keep an edit from being taken back, if they touch the same.
      def refuse_built_on(record, change, patch, kind)
        later = ChangeRecord.where(document_id: record.id, kind: 'edit', status: 'done').where('number > ?', change.number).to_a
        return unless later.any? && Overlap.new(patch, later.map { |other| kind.patch_of(other.patch) }).any?

        raise Stale, later
      end
    end
  end
end
