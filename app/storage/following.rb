# frozen_string_literal: true

module VastLattice
  module Storage
    # What a change of a document does to those that use it: they are compiled with it, and what would break one of them is refused.
    class Following
      # One that follows: as it is Stored, its document +after+ the change, what that compiles to, and the patch (nil where the
      # document itself stays as it is).
      One = Struct.new(:stored, :after, :plan, :patch)

      def initialize(store, kind, current, plan)
        @store = store
        @kind = kind
        @current = current
        @documents = { current.record.name => [kind.document(current.plan), kind.document(plan)] }
        @plans = { current.record.name => plan, kind.title(kind.document(plan)) => plan }
      end

      # The Ones, each after those that it uses. The block changes the document of a record. Raises Refused.
      def all
        Relatives.users(@current.record).map { |record| one(@store.stored(record)) { |document, before| yield record, document, before } }
      end

      private

      def one(stored)
        before = @kind.document(stored.plan)
        after = @kind.carried(yield(before, stored.plan), @documents)
        plan = @kind.compiled(after, before: stored.plan, library: @store.library.with(@plans))
        refuse(stored, plan)
        @plans[@kind.title(after)] = plan
        @documents[stored.record.name] = [before, after]
        One.new(stored, after, plan, after.equal?(before) ? nil : @kind.patch(before, after))
      end

      def refuse(stored, plan)
        fresh = @kind.faults(plan) - @kind.faults(stored.plan)
        return if fresh.empty?

        told = fresh.map { |one| one.with(message: "#{stored.record.name} uses it. There: #{one.place}: #{one.message}") }
        raise Refused, told
      end
    end
  end
end
