# frozen_string_literal: true

module VastLattice
  module Storage
    # Several documents that are stored at once, such as a family with all that it uses: new ones, and others in place of those of
    # their names.
    module BringingIn
      private

      def brought_in(documents, person)
        current = documents.map { |document| @kind.record(@kind.title(document)) }
        locking(current.compact.flat_map { |record| Relatives.ids(record) }.uniq.sort) do
          brought = compiled_together(documents, current.map { |record| record && stored(record.reload) })
          around = users_around(brought)
          made = DocumentRecord.transaction { write_together(brought, around, person) }
          around.each { |one| remember(one.stored.record, one.plan) }
          made.zip(brought).map { |record, one| keep(record, one.plan) }
        end
      end

      # Following::Ones; what is new has nothing Stored.
      def compiled_together(documents, current)
        plans = {}
        documents.zip(current).map do |document, stored|
          plan = compile(document, stored&.plan, library.with(plans))
          fresh = @kind.faults(plan) - (stored ? @kind.faults(stored.plan) : [])
          raise Refused, fresh if fresh.any?

          plans[@kind.title(document)] = plan
          Following::One.new(stored, document, plan, stored && @kind.patch(@kind.document(stored.plan), document), [])
        end
      end

      def users_around(brought)
        changed = brought.select(&:stored)
        known = changed.map { |one| one.stored.record.id }
        users = changed.flat_map { |one| Relatives.users(one.stored.record) }.uniq(&:id).reject { |record| known.include?(record.id) }
        following = Following.new(self, @kind, *one_changed(brought), brought.to_h { |one| [@kind.title(one.after), one.plan] })
        following.of(users.sort_by { |record| Relatives.used_ids(record).size })
      end

      # Any of them: Following asks for one that changed.
      def one_changed(brought) = brought.find(&:stored)&.then { |one| [one.stored, one.plan] } || [nil, nil]

      def write_together(brought, around, person)
        changed = [*brought.select(&:stored), *around].select { |one| one.patch && !one.patch.empty? }
        changed.each { |one| unchanged(one.stored) }
        together = SecureRandom.uuid
        records = brought.map { |one| one.stored ? one.stored.record : made(one.after, person) }
        changed.each { |one| write(one.stored.record, one.patch, one.after, person: person, summary: 'Brought in', together: together) }
        records
      end
    end
  end
end
