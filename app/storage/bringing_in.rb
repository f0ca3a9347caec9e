# frozen_string_literal: true

module VastLattice
  module Storage
    # Several documents that are stored at once, such as a family with all that it uses: new ones, and others in place of those of
    # their names.
    module BringingIn
      private

      def brought_in(documents, person)
        naming(documents.map { |document| @kind.title(document) }) { brought_in_now(documents, person) }
      end

      def brought_in_now(documents, person)
        current = documents.map { |document| DocumentRecord.called(@kind.name, @kind.title(document)) }
        locking(current.compact.flat_map { |record| Relatives.ids(record, Following::AT_ONCE) }.uniq.sort) do
          brought = compiled_together(documents, current.map { |record| record && stored(record.reload) })
          around = followers(brought)
          made = DocumentRecord.transaction { write_together(brought, around, person) }
          remember_all(around, WholeDigests.new(around.map { |one| one.stored.record }))
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
          Following::One.new(@kind, stored, document, plan, stored && @kind.patch(@kind.document(stored.plan), document), [])
        end
      end

      # Following::Ones of what uses them.
      def followers(brought)
        changed, fresh = brought.partition(&:stored)
        plans = fresh.to_h { |one| [@kind.title(one.after), one.plan] }
        Following.new(@stores, @kind, changed.map { |one| [one.stored, one.plan] }, plans: plans).all
      end

      def write_together(brought, around, person)
        changed = [*brought.select(&:stored), *around].select { |one| one.patch && !one.patch.empty? }
        changed.each { |one| unchanged(one.stored) }
        records = brought.map { |one| one.stored ? one.stored.record : made(one.after, person) }
        UseRecord.together(records | around.map { |one| one.stored.record }) do
          Writing.write_following(changed, Writing::Said.new(person: person, summary: 'Brought in', together: SecureRandom.uuid))
        end
        records
      end
    end
  end
end
