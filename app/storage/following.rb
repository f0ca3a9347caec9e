# frozen_string_literal: true

module VastLattice
  module Storage
    # What a change of a document does to those that use it: they are compiled with it, and what would break one of them is refused.
    class Following
      # One that follows: as it is Stored, its document +after+ the change, what that compiles to, and the patch (nil where the
      # document itself stays as it is).
      # +fresh+ are faults that it did not have before.
      One = Struct.new(:stored, :after, :plan, :patch, :fresh)

      # +plans+ are those of more that change with it, by name.
      def initialize(store, kind, current, plan, plans = {})
        @store = store
        @kind = kind
        @current = current
        @documents = current ? { current.record.name => [kind.document(current.plan), kind.document(plan)] } : {}
        @plans = current ? { current.record.name => plan, kind.title(kind.document(plan)) => plan, **plans } : plans
      end

      # The Ones, each after those that it uses. The block changes the document of a record. Raises Used.
      def all(&) = ensured(foreseen(&))

      # The same, whatever would break.
      def foreseen
        Relatives.users(@current.record).map { |record| one(@store.stored(record)) { |document, before| yield record, document, before } }
      end

      # The Ones of some records, each after those that it uses, that stay as they are. Raises Used.
      def of(records) = ensured(records.map { |record| one(@store.stored(record)) { |document, _| document } })

      private

      def ensured(found)
        told = found.flat_map { |one| one.fresh.map { |fault| there(one.stored, fault) } }
        raise Used, told if told.any?

        found
      end

      def one(stored)
        before = @kind.document(stored.plan)
        after = @kind.carried(yield(before, stored.plan), @documents)
        plan = @kind.compiled(after, before: stored.plan, library: @store.library.with(@plans))
        @plans[@kind.title(after)] = plan
        @documents[stored.record.name] = [before, after]
        One.new(stored, after, plan, after.equal?(before) ? nil : @kind.patch(before, after),
                @kind.fresh(plan, stored.plan))
      end

      def there(stored, fault) = fault.with(message: "#{stored.record.name} uses it. There: #{fault.place}: #{fault.message}")
    end
  end
end
