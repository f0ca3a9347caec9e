# frozen_string_literal: true

module VastLattice
  module Storage
    # What a change of a document does to those that use it: they are compiled with it, and what would break one of them is refused.
    class Following
      # One that follows: as it is Stored, its document +after+ the change, what that compiles to, the patch (nil where the document
      # itself stays as it is), and +fresh+, the faults that it did not have before.
      One = Struct.new(:stored, :after, :plan, :patch, :fresh)

      # +changes+ are pairs of a changed document, Stored as it was, and what it compiles to now; +plans+ are those of new ones, by name.
      def initialize(store, kind, changes, plans = {})
        @store = store
        @kind = kind
        @changed = changes.map { |stored, _| stored.record }
        @documents = changes.to_h { |stored, plan| [stored.record.name, [kind.document(stored.plan), kind.document(plan)]] }
        names = ->(stored, plan) { [stored.record.name, kind.title(kind.document(plan))] }
        @plans = changes.flat_map { |stored, plan| names.call(stored, plan).map { |name| [name, plan] } }.to_h.merge(plans)
      end

      # The Ones, each after those that it uses. A block changes the document of a record. Raises Used.
      def all(&) = ensured(foreseen(&))

      # The same, whatever would break.
      def foreseen
        # What all of them are made of, found once.
        @digests = @store.digests(users)
        users.map do |record|
          one(@store.stored(record, digests: @digests)) { |document, before| block_given? ? yield(record, document, before) : document }
        end
      end

      private

      # Records of what uses the changed ones, itself unchanged. Whoever uses another one uses more than that.
      def users = @users ||= found_users

      def found_users
        known = @changed.map(&:id)
        found = @changed.flat_map { |record| Relatives.users(record) }.uniq(&:id).reject { |record| known.include?(record.id) }
        @changed.one? ? found : found.sort_by { |record| Relatives.used_ids(record).size }
      end

      def ensured(found)
        told = found.flat_map { |one| one.fresh.map { |fault| there(one.stored, fault) } }
        raise Used, told if told.any?

        found
      end

      def one(stored)
        before = @kind.document(stored.plan)
        after = @kind.carried(yield(before, stored.plan), @documents)
        plan = @kind.compiled(after, before: stored.plan, library: @store.library(@digests).with(@plans))
        @plans[@kind.title(after)] = plan
        @documents[stored.record.name] = [before, after]
        One.new(stored, after, plan, after.equal?(before) ? nil : @kind.patch(before, after),
                @kind.fresh(plan, stored.plan))
      end

      def there(stored, fault) = fault.with(message: "#{stored.record.name} uses it. There: #{fault.place}: #{fault.message}")
    end
  end
end
