# frozen_string_literal: true

module VastLattice
  module Storage
    # Documents of a Store that did not follow a change of what they use at once (Following::AT_ONCE): they follow one after the other, each
    # in a transaction of its own, or are told why they cannot.
    module CatchingUp
      # Lets a document follow another one (its record) that it uses by one step: through the next change in which something was asked of
      # those that use it, or through all that there is before that; where it cannot, through all at once. Returns whether it has. What it
      # cannot follow is noted with the reason. Raises Missing, Contended.
      def catch_up(slug, used)
        changing(slug) do |current|
          use = UseRecord.behind.find_by(user_id: current.record.id, used_id: used.id)
          use ? caught_up?(current, use, DocumentRecord.find(used.id)) : false
        end
      end

      private

      def caught_up?(current, use, used)
        asking = ChangeRecord.asking.where(document_id: used.id).where('number >= ?', use.taken).to_a
        ways = [next_step(asking, use, used), [asking, used.version]].uniq
        ways.any? { |changes, version| follows?(current, use, used, version, changes) }
      end

      # The changes of one step, and the version that they lead to.
      def next_step(asking, use, used)
        asking.first&.number == use.taken ? [asking.first(1), use.taken + 1] : [[], asking.first&.number || used.version]
      end

      def follows?(current, use, used, version, changes)
        follow_to(current, use, used, version, changes)
        true
      rescue Refused => e
        UseRecord.where(id: use.id).update_all(refused: used.version, reason: e.full_text)
        false
      end

      # Through changes of what is used, in which something was asked, to a version of it.
      def follow_to(current, use, used, version, changes)
        before = @kind.document(current.content)
        after = carried(current, *editions(used, use.taken, version), changes)
        digests = WholeDigests.new([current.record], taken: { [use.user_id, use.used_id] => version })
        content = checked(after, current.content, nil, library_of(current, digests))
        following = Following.new(@stores, @kind, [[current, content]]).all
        said = said(changes.last || ChangeRecord.where(document_id: used.id).order(:number).last, Writing.summary(@kind, before, after))
        committed(current, content, following, said) do |record|
          Writing.write(@kind, record, @kind.patch(before, after), after, said) unless after.equal?(before)
          UseRecord.where(id: use.id).update_all(taken: version)
        end
      end

      # A document as it was in versions of it; as it is now, where its history does not reach back so far.
      def editions(record, *versions)
        store = @stores.for(record)
        versions.map { |version| store.at(record.slug, version) || store.find(record.slug) }
      end

      # The document after what was asked of the one that it uses, and what became of that.
      def carried(current, was, now, changes)
        kind = KINDS.fetch(now.record.kind)
        old, new = [was, now].map { |stored| kind.document(stored.content) }
        asked = changes.map { |change| Asked.from_tree(change.asked) }
        all = asked.first&.with(edits: asked.flat_map(&:edits), along: asked.any?(&:along))
        document = all ? @kind.followed(current.content, all) : @kind.document(current.content)
        @kind.carried(document, { [kind.name, kind.title(old)] => [old, new] })
      end

      # It belongs together with the change that it follows, whose person it is, so that one step back takes back both.
      def said(change, summary)
        change.update!(together: SecureRandom.uuid) unless change.together
        Writing::Said.new(person: Person[change.person], summary: summary, together: change.together)
      end
    end
  end
end
