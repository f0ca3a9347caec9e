# frozen_string_literal: true

module VastLattice
  module Storage
    # Keeps families. Every change is one transaction with one entry in the history, checked before it is
    # stored; undo and redo walk the history.
    class Store
      # A family as stored: its record and its plan; +made+ is the number of the change that gave it, where one was asked for.
      Stored = Struct.new(:record, :plan, :made) do
        def family = plan.family
        def slug = record.slug
        def version = record.version
      end

      # Plans of stored families that are kept while their version lasts.
      PLANS = 64

      def initialize
        @plans = Memo.new(PLANS)
      end

      # All stored families by name, each Stored.
      def all = FamilyRecord.order(:name).map { |record| stored(record) }

      # The family at an address. Raises Missing.
      # One snapshot: what is written meanwhile is seen as a whole or not at all.
      def find(slug) = FamilyRecord.transaction { stored(record(slug)) }

      # Stores a new family; returns it Stored. Raises Refused when it has errors.
      def create(family, person:)
        plan = checked(family, nil)
        record = FamilyRecord.transaction do
          made = FamilyRecord.create!(slug: fresh_slug(family), name: family.name, body: {})
          patch = Family::Elements.patch(Family.new(name: family.name), family)
          write(made, patch, family, person: person, summary: "Family #{family.name} made")
          made
        end
        keep(record, plan)
      end

      # Applies an edit (a block from family to family) to the family at +slug+. +version+ is the one that the person saw;
      # what others changed since stays, and an edit of what they changed is Stale. Raises Missing, Stale, Refused, or
      # what the edit raises; then nothing is stored.
      def edit(slug, version:, person:)
        FamilyRecord.transaction do
          current = locked(slug)
          changed = yield current.family
          next current if changed.equal?(current.family)

          patch = Family::Elements.patch(current.family, changed)
          next current if patch.empty?

          refuse_overlap(current, version, patch)
          plan = checked(changed, current.plan)
          write(current.record, patch, changed, person: person, summary: summary(current.family, changed))

          ChangeRecord.where(family_id: current.record.id, status: 'undone').update_all(status: 'dropped')
          keep(current.record, plan)
        end
      end

      # Takes back the latest edit. Returns the family Stored, unchanged if there is nothing to undo.
      def undo(slug, person:) = step(slug, person, 'undo', 'undone', lambda(&:undoable), &:reversed)

      # Brings back the edit that was undone last.
      def redo(slug, person:) = step(slug, person, 'redo', 'done', lambda(&:redoable), &:itself)

      # The history, latest first: ChangeRecords.
      def history(slug, limit: 50) = ChangeRecord.where(family_id: record(slug).id).order(number: :desc).limit(limit)

      # The version that is stored now.
      def version(slug) = record(slug).version

      # The changes that were made since a version, first to last: ChangeRecords, at most the latest 50.
      def since(slug, version) = changes_since(record(slug), version).last(50)

      # What others changed between a version and what +stored+ shows: all but the change that gave it.
      def others(stored, version)
        since(stored.slug, version).reject { |change| change.number == stored.made || change.number >= stored.version }
      end

      # The family as it was at an earlier version, Stored, or nil where its history does not reach back so far.
      def at(slug, version)
        current = find(slug)
        return current if version == current.version
        return unless version.between?(2, current.version - 1)

        plan = @plans.fetch([current.record.id, version]) { Plan.of(earlier(current, version), before: current.plan) }
        Stored.new(current.record, plan)
      end

      # [what undo would take back, what redo would bring back], as summaries or nil.
      def next_steps(slug)
        changes = ChangeRecord.where(family_id: record(slug).id)
        [changes.undoable.pick(:summary), changes.redoable.pick(:summary)]
      end

      private

      def record(slug) = FamilyRecord.find_by(slug: slug) || raise(Missing, slug)

      def stored(record)
        Stored.new(record, @plans.fetch([record.id, record.version]) { Plan.of(ElementTables.read(record).family) })
      end

      # Only keeps the plan once the transaction is sure to hold it: a version is never used twice.
      def keep(record, plan)
        @plans.keep([record.id, record.version], plan)
        Stored.new(record, plan, record.version - 1)
      end

      def locked(slug) = stored(FamilyRecord.lock.find_by(slug: slug) || raise(Missing, slug))

      def refuse_overlap(current, version, patch)
        return if version.nil? || current.version == version

        meanwhile = changes_since(current.record, version)
        raise Stale, meanwhile if meanwhile.empty? || Overlap.new(patch, meanwhile.map do |change|
          Family::Elements::Patch.from_tree(change.patch)
        end).any?
      end

      def earlier(current, version)
        changes_since(current.record, version).reverse.reduce(current.family) do |family, change|
          Family::Elements::Patch.from_tree(change.patch).reversed.applied(family)
        end
      end

      def changes_since(record, version) = ChangeRecord.where(family_id: record.id).where('number >= ?', version).order(:number).to_a

      # Compiles a family; refuses errors that it did not have +before+ (a Plan). Cells are kept as they were typed: what
      # cannot be read there is a finding of its row.
      def checked(family, before)
        plan = Plan.of(family, before: before)
        fresh = plan.breaking - (before ? before.breaking : [])
        raise Refused, fresh if fresh.any?

        plan
      end

      # Writes a patch; +after+ is the family that it leads to.
      def write(record, patch, after, person:, summary:, kind: 'edit')
        number = record.version
        record.version += 1
        ElementTables.write(record, patch, after)
        record.save!
        ChangeRecord.create!(family_id: record.id, number: number, person: person, kind: kind, summary: summary, patch: patch.to_tree)
      end

      def step(slug, person, kind, status, choose)
        FamilyRecord.transaction do
          current = locked(slug)
          change = choose.call(ChangeRecord.where(family_id: current.record.id)).first
          next current if change.nil? || change.number == 1

          patch = yield(Family::Elements::Patch.from_tree(change.patch))
          after = patch.applied(current.family)
          change.update!(status: status)
          write(current.record, patch, after, person: person, summary: "#{kind.capitalize}: #{change.summary}", kind: kind)
          keep(current.record, Plan.of(after, before: current.plan))
        end
      end

      def summary(old, new)
        changes = Family::Difference.between(old, new).map(&:to_s)
        changes.size > 20 ? [*changes.first(20), "and #{changes.size - 20} more"].join("\n") : changes.join("\n")
      end

      def fresh_slug(family)
        base = family.name.unicode_normalize(:nfkd).gsub(/\p{Mn}/, '').downcase.gsub(/[^a-z0-9]+/, '-').gsub(/\A-+|-+\z/, '')[0, 60]
        base = 'family' if base.empty?
        [base, *(2..999).map { |number| "#{base}-#{number}" }].find { |slug| !FamilyRecord.exists?(slug: slug) }
      end
    end
  end
end
