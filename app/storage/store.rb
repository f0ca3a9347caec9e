# frozen_string_literal: true

module VastLattice
  module Storage
    # Keeps documents of one kind. Every change is one transaction with one entry in the history, checked before it is
    # stored; undo and redo walk the history. A +person+ is a Person, or a name.
    class Store
      include Locking
      include Making
      include Stepping
      include Past
      include BringingIn
      include CatchingUp

      # A document as stored: its record and what it compiles to; +made+ is the number of the change that gave it, where one
      # was asked for, +digests+ are WholeDigests of it, as far as they were found.
      Stored = Struct.new(:record, :plan, :made, :digests) do
        def family = plan.family

        # What it compiles to, where that is no plan.
        def content = plan
        def slug = record.slug
        def version = record.version

        # What stands for all that it is made of.
        def digest = known[record]

        # WholeDigests that know it.
        def known = self.digests ||= WholeDigests.new([record])
      end

      # Plans that are kept, by the digest of what they were compiled from.
      PLANS = 64
      # Changes that a plan is followed through; after more the family is read as a whole.
      FOLLOWED = 50

      # +kind+ as FamilyDocument; +stores+ are those of other kinds.
      def initialize(kind = FamilyDocument, stores: nil)
        @kind = kind
        @stores = stores || Stores.new.tap { |others| others.keep(kind, self) }
        @plans = Memo.new(PLANS)
        @newest = Memo.new(PLANS)
      end

      # The Stores of all kinds.
      attr_reader :stores

      # The records of all families that are not removed, by name.
      def records = documents.present.order(:name).to_a

      # Lean records of documents about a family (or of all), or from an origin, the latest first, +text+ in their name, address or about.
      def listed(subject: nil, origin: nil, text: '', limit: 200)
        found = documents.present.lean.order(id: :desc).limit(limit)
        found = found.where({ subject: subject, origin: origin }.compact)
        text.empty? ? found.to_a : found.holding(text).to_a
      end

      # The records of removed families, the latest first; those about one, or all.
      def removed(subject: nil)
        found = documents.where.not(removed_at: nil).order(removed_at: :desc).limit(50)
        (subject ? found.where(subject: subject) : found).to_a
      end

      # How many there are that came from an +origin+, or that a +maker+ made since a time.
      def count(since: nil, **whose)
        found = documents.present.where(whose)
        (since ? found.where('created_at > ?', since) : found).count
      end

      # {value => how many there are} of those that a column may have.
      def counts(column, values) = documents.present.where(column => values).group(column).count

      # Seconds between two notes of when a document was looked at.
      NOTED = 60

      # Notes that a document was looked at; returns the record.
      def used(record)
        now = Time.now.utc
        DocumentRecord.where(id: record.id).update_all(used_at: now) unless record.used_at && record.used_at > now - NOTED
        record
      end

      # What stands for all that documents are made of, by their records: WholeDigests.
      def digests(records) = WholeDigests.new(records)

      # The family at an address. Raises Missing.
      # One snapshot: what is written meanwhile is seen as a whole or not at all.
      def find(slug)
        found = record(slug)
        digests = digests([found])
        plan = kept(digests[found])
        plan ? Stored.new(found, plan, nil, digests) : DocumentRecord.transaction { stored(record(slug)) }
      end

      # The Stored family of a record. Its plan is compiled if it is not kept already; what it uses is found in the +library+. +digests+
      # may know those of the record.
      def stored(record, digests: digests([record]), library: self.library(digests))
        digest = digests[record]
        Stored.new(record, kept(digest) || remember(record, compiled(record, library), digest), nil, digests)
      end

      # What is kept of a digest (WholeDigests), or nil.
      def kept(digest) = digest && @plans[digest]

      # What documents have not followed in others that they use, as sentences: {number of a record => sentences}.
      def behind(records) = UseRecord.told(records.map(&:id))

      # The Plan::Library of what is stored.
      def library(digests = WholeDigests.new([])) = @stores.library(digests)

      # Stores several documents, each after those that it uses, in one transaction: new ones, and others in place of those of their
      # names; what uses them is compiled with them. Returns them Stored. Raises Refused, Contended.
      def bring_in(documents, person:) = brought_in(documents, person)

      # Removes a family, which need not be readable; it can be brought back. Raises Missing.
      def remove(slug, person:) = mark(documents.present.find_by(slug: slug), slug, Time.now, person)

      # Brings a removed family back. Raises Missing.
      def restore(slug, person:)
        found = documents.where.not(removed_at: nil).find_by(slug: slug)
        naming([*found&.name]) { mark(found, slug, nil, person) }
      end

      # Applies an edit (a block from family to family) to the family at +slug+. +version+ is the one that the person saw;
      # what others changed since stays, and an edit of what they changed is Stale. The edit is made and compiled while
      # no row is locked, one after the other for each family. Raises Missing, Stale, Contended, Refused, or what the edit
      # raises; then nothing is stored. What uses the family is compiled with it: what would break there is Refused, and follows the
      # +edits+ that were asked for (in plain form) in the same transaction, or later where many use it; with +along+, what they remove is
      # taken out there, too.
      def edit(slug, version:, person:, edits: [], along: false)
        changing(slug) do |current|
          changed = yield @kind.document(current.plan)
          patch = changed.equal?(@kind.document(current.plan)) ? nil : @kind.patch(@kind.document(current.plan), changed)
          next current if patch.nil? || patch.empty?

          refuse_overlap(current, version, patch)
          naming([@kind.title(changed)] - [current.record.name]) { edited(current, patch, changed, person, asked(current, edits, along)) }
        end
      end

      # What an edit (as in edit) would come to, without storing anything: the document Stored as it is, what it would compile to, and
      # what would follow (Following::Ones).
      def foresee(slug, edits: [], along: false)
        current = find(slug)
        plan = compile(yield(@kind.document(current.plan)), current.plan, library_of(current))
        [current, plan, Following.new(@stores, @kind, [[current, plan]]).foreseen(&follow(asked(current, edits, along)))]
      end

      # What changed in documents around one between two versions of it: [record, what it compiled to before, and after].
      def around(slug, from, till)
        current = find(slug)
        before = at(slug, from)
        return [] unless before && till == current.version

        together = changes_since(current.record, from).filter_map(&:together)
        Following.new(@stores, @kind, [[current, before.plan]]).foreseen { |record, document, _| stepped_back(record, document, together) }
                 .map { |one| [one.stored.record, one.plan, one.stored.plan] }
      end

      # Takes back the latest edit that the person has seen (+version+ as in edit). Returns the family Stored, unchanged if
      # there is nothing to undo. Raises Stale where somebody has built on it since.
      def undo(slug, person:, version: nil)
        seen = ->(changes) { version ? changes.undoable.where('number < ?', version) : changes.undoable }
        step(slug, person, 'undo', 'undone', seen, &:reversed)
      end

      # Brings back the edit that was undone last.
      def redo(slug, person:) = step(slug, person, 'redo', 'done', lambda(&:redoable), &:itself)

      # Records of the documents that use the one at an address.
      def used_by(slug) = users(record(slug))

      protected

      # Keeps what a record compiles to by what it is compiled from; returns it.
      def remember(record, plan, digest)
        @newest.keep(record.id, [record.version, plan])
        digest ? @plans.keep(digest, plan) : plan
      end

      private

      def asked(current, edits, along) = Asked.new(kind: @kind.name, title: current.record.name, edits: edits, along: along)

      # What becomes of those that use a document of which something was Asked, as Following wants it.
      def follow(asked)
        ->(record, document, content) { asked.edits.empty? ? document : KINDS.fetch(record.kind).followed(content, asked) }
      end

      def edited(current, patch, changed, person, asked)
        refuse_taken(@kind.title(changed), current.record)
        plan = checked(changed, current.plan, patch, library_of(current))
        following = Following.new(@stores, @kind, [[current, plan]]).all(&follow(asked))
        said = Writing::Said.new(person: person, summary: Writing.summary(@kind, @kind.document(current.plan), changed),
                                 asked: (asked if asked.edits.any?))
        committed(current, plan, following, said) do |record|
          Writing.write(@kind, record, patch, changed, said)
          drop_undone([record, *following.select(&:patch).map { |one| one.stored.record }])
        end
      end

      def documents = DocumentRecord.of_kind(@kind)

      def record(slug) = documents.present.find_by(slug: slug) || raise(Missing.new(slug, @kind.word))

      def mark(record, slug, time, person)
        raise Missing.new(slug, @kind.word) unless record
        raise InUse, users(record) if time && users(record).any?

        refuse_taken(record.name) unless time

        record.update!(removed_at: time)
        warn "#{Person[person].name} #{time ? 'removed' : 'brought back'} the #{@kind.word} #{record.name}."
      end

      def users(record) = DocumentRecord.present.where(id: UseRecord.where(used_id: record.id).select(:user_id)).order(:name).to_a

      # The library as a Stored document sees it.
      def library_of(stored, digests = stored.known) = library(digests).for(stored.record.kind, stored.record.name)

      # Only keeps the plan once the transaction is over: a version is never used twice.
      def keep(record, plan, digests = digests([record]))
        Stored.new(record, remember(record, plan, digests[record]), record.version - 1, digests)
      end

      def compile(document, before = nil, library = self.library) = @kind.compile(document, before, library)

      # The plan of a record, made from that of an earlier edition where other processes have made few changes since.
      def compiled(record, library)
        version, plan = @newest[record.id]
        library = library.for(record.kind, record.name)
        # What it uses has changed.
        return compile(@kind.document(plan), plan, library) if version == record.version

        changes = version&.between?(record.version - FOLLOWED, record.version - 1) ? changes_since(record, version) : []
        changes = changes.take_while { |change| change.number < record.version }
        return read_whole(record, library) if changes.empty?

        family = changes.reduce(@kind.document(plan)) { |before, change| @kind.patch_of(change.patch).applied(before) }
        compile(family, plan, library)
      end

      # Documents from before there were digests get theirs when they are first read.
      def read_whole(record, library)
        content = ElementRecords.read(record, @kind)
        record.update_columns(digest: Digest.of(@kind.taken_apart(content))) unless record.digest
        compile(content, nil, library)
      end

      # Calls the block with the locked record, writes what follows, and returns the record Stored with its new plan, all in one
      # transaction; changes that belong together share a word. Raises Contended where a document is not as +current+ and +following+
      # have it any more.
      def committed(current, plan, following, said)
        changed = following.select(&:patch)
        said.together ||= SecureRandom.uuid if changed.any?
        made = DocumentRecord.transaction do
          record, * = [current, *changed.map(&:stored)].map { |stored| unchanged(stored) }
          UseRecord.together([record, *following.map { |one| one.stored.record }]) do
            yield record
            Writing.write_following(following, said)
          end
          record
        end
        remember_all(following, now = WholeDigests.new([made, *following.map { |one| one.stored.record }]))
        keep(made, plan, now)
      end

      # They are other documents now: what stands for them is found anew, once for all (+digests+).
      def remember_all(following, digests)
        following.each { |one| @stores.for(one.stored.record).remember(one.stored.record, one.plan, digests[one.stored.record]) }
      end

      # The locked record of a Stored document.
      def unchanged(stored)
        record = DocumentRecord.present.lock.find_by(id: stored.record.id)
        raise Missing.new(stored.slug, KINDS.fetch(stored.record.kind).word) unless record
        raise Contended unless record.version == stored.version

        stored.record = record
      end

      # A document as it was before changes that belong together.
      def stepped_back(record, document, together)
        return document if together.empty?

        changes = ChangeRecord.where(document_id: record.id, together: together).order(number: :desc)
        changes.reduce(document) { |later, change| KINDS.fetch(record.kind).patch_of(change.patch).reversed.applied(later) }
      end

      def drop_undone(records) = ChangeRecord.where(document_id: records.map(&:id), status: 'undone').update_all(status: 'dropped')

      def refuse_overlap(current, version, patch)
        return if version.nil? || current.version == version

        meanwhile = changes_since(current.record, version)
        raise Stale, meanwhile if meanwhile.empty? || Overlap.new(patch, meanwhile.map do |change|
          @kind.patch_of(change.patch)
        end).any?
      end

      # Compiles a family; refuses errors that it did not have +before+ (a Plan). Cells are kept as they were typed: what
      # cannot be read there is a finding of its row.
      def checked(family, before, patch = nil, library = self.library)
        plan = compile(family, before, library)
        fresh = @kind.faults(plan) - (before ? @kind.faults(before) : [])
        raise Refused.new(fresh, patch) if fresh.any?

        plan
      end
    end
  end
end
