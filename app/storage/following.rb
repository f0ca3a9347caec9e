# frozen_string_literal: true

module VastLattice
  module Storage
    # What a change of a document does to those that use it, of whatever kind: they are compiled with it, and what would break one of them
    # is refused. Beyond so many users, the others follow later (CatchingUp): until then they go on with the edition that they have taken.
    class Following
      # Users that follow at once, in the transaction of the change.
      AT_ONCE = 40

      # One that follows: its +kind+, as it is Stored, its document +after+ the change, what that compiles to, the patch (nil where the
      # document itself stays as it is), and +fresh+, the faults that it did not have before.
      One = Struct.new(:kind, :stored, :after, :plan, :patch, :fresh)

      # +changes+ are pairs of a changed document of a kind, Stored as it was, and what it compiles to now; +plans+ are those of new ones,
      # by name; the records +along+ follow at once in any case.
      def initialize(stores, kind, changes, plans: {}, along: [])
        @stores = stores
        @changed = changes.map { |stored, _| stored.record }
        @along = along
        # {[kind, title before] => [document before, after]}; {kind => {title, before or after => what it compiles to}}
        @documents = {}
        @contents = Hash.new { |all, name| all[name] = {} }
        @contents[kind.name].update(plans)
        changes.each { |stored, content| met(kind, stored, kind.document(content), content) }
      end

      # The Ones, each after those that it uses. A block changes the document of a record, given what it compiled to before. Raises Used.
      def all(&) = ensured(foreseen(&))

      # The same, whatever would break.
      def foreseen
        # What all of them are made of, found once.
        @digests = WholeDigests.new(users)
        users.map do |record|
          stored = @stores.for(record).stored(record, digests: @digests)
          one(KINDS.fetch(record.kind), stored) { |document| block_given? ? yield(record, document, stored.content) : document }
        end
      end

      # Records of those that follow at once.
      def users = @users ||= found_users

      private

      # What uses the changed ones, itself unchanged. Whoever uses another one uses more than that.
      def found_users
        known = @changed.map(&:id)
        found = @changed.flat_map { |record| Relatives.users(record) }.uniq(&:id).reject { |record| known.include?(record.id) }
        return found if found.empty?

        found = found.sort_by { |record| Relatives.used_ids(record).size } unless @changed.one?
        touched(found, known.to_set)
      end

      # Those that follow at once what is reached: not by way of an edition that they keep, nor of one that they have still to follow.
      def touched(found, reached)
        links = UseRecord.links(found.map(&:id))
        met = 0
        found.select do |record|
          affected = links.fetch(record.id, []).any? { |link| link.newest? && reached.include?(link.used) }
          next if !affected || ((met += 1) > AT_ONCE && !@along.include?(record.id))

          reached << record.id
        end
      end

      def ensured(found)
        told = found.flat_map { |one| one.fresh.map { |fault| there(one.stored, fault) } }
        raise Used, told if told.any?

        found
      end

      def one(kind, stored)
        before = kind.document(stored.content)
        after = kind.carried(yield(before), @documents)
        content = kind.compile(after, stored.content, library(stored.record))
        met(kind, stored, after, content)
        One.new(kind, stored, after, content, after.equal?(before) ? nil : kind.patch(before, after), kind.fresh(content, stored.content))
      end

      def library(record)
        outer = @stores.library(@digests).for(record.kind, record.name)
        @contents.reduce(outer) { |library, (name, contents)| library.with(contents, kind: name) }
      end

      def met(kind, stored, after, content)
        @contents[kind.name].update(stored.record.name => content, kind.title(after) => content)
        @documents[[kind.name, stored.record.name]] = [kind.document(stored.content), after]
      end

      def there(stored, fault)
        fault.with(wording: Wording[:name_uses_it_there_place, name: stored.record.name, place: fault.place.to_s, problem: fault.wording])
      end
    end
  end
end
