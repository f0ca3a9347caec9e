# frozen_string_literal: true

module VastLattice
  module Web
    # Changes of a family, made, tried, taken back and looked up (docs/api.md).
    module EditsAPI
      extend Resource

      # Width of a picture of what would be, px.
      PREVIEW = 420.0
      # Places of a change that are told one by one.
      LISTED = 400

      routes '/api/families' do
        get '/:slug/history', needs: :read do |slug|
          answer(changes: store.history(slug).map { |change| change.slice('number', 'person', 'kind', 'status', 'summary', 'created_at') })
        end

        # Applies one edit, or several as one change.
        post '/:slug/edits', needs: :edit do |slug|
          edits = Array(sent.fetch('edits') { [sent.fetch('edit') { refuse('The request has no edit.') }] })
          stored = along(slug) { made(slug, edits) }
          answer(changed(slug, stored) { resolved(stored) })
        end

        # Takes back the latest edit that the page has shown ("version").
        post('/:slug/undo', needs: :edit) do |slug|
          answer(changed(slug, along(slug) { store.undo(slug, person: person, version: version_seen) }))
        end

        post('/:slug/redo', needs: :edit) { |slug| answer(changed(slug, along(slug) { store.redo(slug, person: person) })) }

        # Tries a formula without storing anything: its value here, and over all variants.
        post '/:slug/try', needs: :read do |slug|
          answer(Checks::Trial.new(store.find(slug).plan).run(sent.fetch('text', ''), sent.fetch('like', {}), pick))
        end

        # What edits would do to all variants, without storing anything: their blast radius, null where the family could not be
        # resolved any more, and the errors that they would bring.
        post '/:slug/foresee', needs: :read do |slug|
          edits = Array(sent['edits'])
          current, foreseen, around = store.foresee(slug, **following(edits)) { |family| edited(family, edits) }
          picture = foreseen_picture(foreseen) if sent['picture']
          others = around.map do |one|
            told = { name: one.stored.record.name, slug: one.stored.slug, findings: one.fresh.map(&:to_tree) }
            consequences(one.stored.plan, one.plan).merge(told)
          end
          answer(**consequences(current.plan, foreseen), picture: picture, kept: kept_touched(slug, current.plan, foreseen), others: others)
        end

        # Where the family speaks of a parameter, feature, part, table, form or rule: kind, name.
        get '/:slug/uses', needs: :read do |slug|
          answer(uses: Family::Uses.new(store.find(slug).family, text_of('kind'), text_of('name'), table: text_of('table')).to_tree)
        end

        # What others changed since a version. Where nothing was changed anywhere since the change that was the "latest" of all, that alone
        # is told, for the price of one look at an index: pages ask every few seconds.
        get '/:slug/since', needs: :read do |slug|
          latest = store.latest
          next answer(latest: latest) if params['latest'] == latest.to_s

          changes = store.since(slug, count_of('version', 0..))
          inner = params['inner'] ? store.inner_since(slug, count_of('inner', 0..)) : []
          answer(latest: latest, version: store.version(slug), changes: changes.map(&:told),
                 inner: inner.map { |change| inner_tree(change) })
        end

        # What undo and redo would do; with "page", what that page shows now (Fragments).
        get '/:slug/steps', needs: :read do |slug|
          undo, redo_step = store.next_steps(slug)
          answer(undo: undo, redo: redo_step, page: fragments(store.find(slug)))
        end

        # What the edits from one version to another touch.
        get '/:slug/blast', needs: :read do |slug|
          from, till = %w[from till].map { |key| count_of(key, 0..) }
          before, after = [from, till].map { |version| store.at(slug, version) }
          refuse('The history does not reach back so far.') unless before && after
          others = store.around(slug, from, till).map do |record, earlier, later|
            { name: record.name, slug: record.slug, blast: Variants::BlastRadius.new(earlier, later, listed: 0).to_tree }
          end
          blast = Variants::BlastRadius.new(before.plan, after.plan).to_tree
          answer(blast: blast, kept: kept_touched(slug, before.plan, after.plan), others: others)
        end
      end

      private

      def inner_tree(change)
        record = Storage::DocumentRecord.lean.find(change.document_id)
        { 'family' => record.name, 'slug' => record.slug, 'id' => change.id, **change.told }
      end

      # The family Stored that the block gives by a change; what is published of it goes by its new names.
      def along(slug)
        before = store.find(slug).family
        yield.tap { |stored| PublishedAlong.new(settings.publications, slug).follow(before, stored.family, person: person) }
      end

      # The family Stored after edits; where others need what goes, they are told whether it can go there, too.
      def made(slug, edits)
        store.edit(slug, version: sent['version'], person: person, **following(edits)) { |family| edited(family, edits) }
      rescue Storage::Used => e
        raise Storage::Used.new(e.findings, along: !sent['along'] && Plan::TakenAlong.any?(edits))
      end

      # What those that use it follow: names; with "along" what is removed goes there, too.
      def following(edits) = { edits: edits.grep(Hash), along: sent['along'] ? true : false }

      # What the variant in view would look like, in the view that is asked for; nil where nothing can be drawn.
      def foreseen_picture(plan)
        plan.runnable? ? Result.new(plan, PickParams.fitting(pick, plan)).view(side, width: PREVIEW, dimensions: false) : nil
      end

      def kept_touched(slug, before, after) = KeptTouched.new(configurations, publications, slug).to_tree(before, after)

      # What one family comes to by a change.
      def consequences(before, after)
        changes = Family::Difference.between(before.family, after.family).map(&:to_s)
        { blast: Variants::BlastRadius.new(before, after).to_tree, findings: (after.errors - before.errors).first(3).map(&:to_tree),
          changes: changes.first(LISTED), changed: changes.size }
      end

      # A family after edits. Giving up differences needs the family that it is based on; an override is signed.
      def edited(family, edits)
        edits.reduce(family) do |changed, edit|
          edit = signed(edit) if edit.is_a?(Hash) && edit['do'] == 'put_override'
          next Family::Edits.apply(changed, edit) unless edit.is_a?(Hash) && edit['do'] == 'give_up'

          base = changed.base && store.library.plan(changed.base.family)&.family
          refuse('There is no family that it is based on.') unless base
          Family::Basis.new(base, changed).without(Array(edit['differences']))
        end
      end

      def signed(edit) = edit.merge('person' => person.name, 'date' => Time.now.utc.strftime('%F'))

      # What is told of a change that is made: how it is shown is another matter, and cannot undo it.
      def changed(slug, stored)
        undo, redo_step = store.next_steps(slug)
        shown = Serving::Showing.new(env).of("/api/families/#{slug}/outcome?#{request.query_string}") { state(stored) }
        shown = Serving::Showing.new(env).of { shown.merge(yield) } if block_given?
        shown = Serving::Showing.new(env).of { shown.merge('page' => fragments(stored)).compact }
        { 'version' => stored.version, **shown, 'undo' => undo, 'redo' => redo_step, **meanwhile(stored) }
      end

      # The rows that a grid shows, if it asks for them: sheet=TABLE, rows=NUMBERS.
      def resolved(stored)
        table = stored.family.table(text_of('sheet'))
        return {} unless table && stored.plan.runnable?

        { 'resolved' => Variants::ResolvedRows.new(stored.plan, table, PickParams.fitting(pick, stored.plan), display: shown_units).to_tree(row_numbers) }
      end
    end
  end
end
