# frozen_string_literal: true

module VastLattice
  module Web
    # The JSON API (docs/api.md). The screens use it, and so can other programs.
    class API < JSONResource
      get '/' do
        answer(families: store.records.map { |record| summary(record) })
      end

      # Removes a family, readable or not; it can be brought back.
      delete '/:slug' do |slug|
        store.remove(slug, person: person)
        answer(removed: slug)
      end

      post '/:slug/restore' do |slug|
        store.restore(slug, person: person)
        answer(restored: slug)
      end

      get '/:slug' do |slug|
        stored = store.find(slug)
        answer(version: stored.version, family: stored.family.to_tree, findings: stored.plan.findings.map(&:to_tree))
      end

      # The state of the family for a pick; bad entries are refused.
      get '/:slug/outcome' do |slug|
        stored = store.find(slug)
        Result.new(stored.plan, PickParams.fitting(pick, stored.plan).with(answers: pick.answers, overrides: pick.overrides))
        answer(state(stored))
      end

      # Triangles and edges of the parts that are shown, for the 3D view.
      get '/:slug/mesh' do |slug|
        stored = store.find(slug)
        answer(parts: Result.new(stored.plan,
                                 PickParams.fitting(pick, stored.plan)).meshes(**PictureParams.read(params).slice(:tier, :build_to)))
      end

      # The distance between two marks of a picture that was asked for with measure=yes.
      get '/:slug/measure' do |slug|
        stored = store.find(slug)
        model = Result.new(stored.plan, PickParams.fitting(pick, stored.plan)).model
        answer(Geometry::Measuring.new(model.solids).between(text_of('from'), text_of('till')).to_tree)
      end

      # Where a point of a view lies on a face: offsets for a feature that is put there.
      get '/:slug/place' do |slug|
        stored = store.find(slug)
        model = Result.new(stored.plan, PickParams.fitting(pick, stored.plan)).model
        answer(Drawing::Spotting.new(model, PictureParams.read(params)[:view]).at(text_of('part'), text_of('face'),
                                                                                  length_of('x'), length_of('y')))
      end

      # What a position would be from another edge, for a feature that stays where it is.
      get '/:slug/anchor' do |slug|
        stored = store.find(slug)
        model = Result.new(stored.plan, PickParams.fitting(pick, stored.plan)).model
        answer(offset: Geometry::Reanchoring.offset(model, text_of('feature'), text_of('axis'), text_of('from')))
      end

      get '/:slug/because' do |slug|
        stored = store.find(slug)
        outcome = stored.plan.outcome(PickParams.fitting(pick, stored.plan))
        target = stored.plan.symbols[text_of('target')] || raise(Plan::PickError, "There is no name \"#{text_of('target')}\".")
        answer(outcome.because(target.name).to_tree.merge('drives' => Plan::Dependencies.new(stored.plan).driven(target),
                                                          'measures' => FeatureFacts.new(
                                                            Geometry::Model.of(outcome), target
                                                          ).lines))
      end

      get '/:slug/variants' do |slug|
        answer(variants: Exchange::VariantsCSV.new(store.find(slug).plan).to_list)
      end

      get '/:slug/history' do |slug|
        answer(changes: store.history(slug).map { |change| change.slice('number', 'person', 'kind', 'status', 'summary', 'created_at') })
      end

      # Applies one edit, or several as one change.
      post '/:slug/edits' do |slug|
        edits = Array(given.fetch('edits') { [given.fetch('edit') { refuse('The request has no edit.') }] })
        stored = store.edit(slug, version: given['version'], person: person) do |family|
          edits.reduce(family) { |changed, edit| Family::Edits.apply(changed, edit) }
        end
        answer(changed(slug, stored) { resolved(stored) })
      end

      # Takes back the latest edit that the page has shown ("version").
      post('/:slug/undo') do |slug|
        seen = given['version'].is_a?(Integer) ? given['version'] : nil
        answer(changed(slug, store.undo(slug, person: person, version: seen)))
      end

      post('/:slug/redo') { |slug| answer(changed(slug, store.redo(slug, person: person))) }

      # Tries a formula without storing anything: its value here, and over all variants.
      post '/:slug/try' do |slug|
        answer(Checks::Trial.new(store.find(slug).plan).run(given.fetch('text', ''), given.fetch('like', {}), pick))
      end

      # What others changed since a version, and what the edits from one version to another touch.
      get '/:slug/since' do |slug|
        changes = store.since(slug, count_of('version', 0..))
        answer(version: store.version(slug), changes: changes.map { |change| change.slice('number', 'person', 'kind', 'summary') })
      end

      get '/:slug/steps' do |slug|
        undo, redo_step = store.next_steps(slug)
        answer(undo: undo, redo: redo_step)
      end

      get '/:slug/blast' do |slug|
        before, after = %w[from till].map { |key| store.at(slug, count_of(key, 0..)) }
        refuse('The history does not reach back so far.') unless before && after
        answer(blast: Checks::BlastRadius.new(before.plan, after.plan).to_tree)
      end

      private

      # A length in mm that is asked with.
      def length_of(name)
        given = Float(text_of(name), exception: false)
        given&.finite? ? given : refuse("#{name} is no length in mm.", 'Give a plain number.')
      end

      def state(stored) = ViewState.new(stored, pick, picture: PictureParams.read(params)).to_tree

      # What is told of a change that is made: how it is shown is another matter, and cannot undo it.
      def changed(slug, stored)
        undo, redo_step = store.next_steps(slug)
        shown = Showing.new(env).of("/api/families/#{slug}/outcome?#{request.query_string}") { state(stored) }
        shown = Showing.new(env).of { shown.merge(yield) } if block_given?
        { 'version' => stored.version, **shown, 'undo' => undo, 'redo' => redo_step, **meanwhile(stored) }
      end

      # The rows that a grid shows, if it asks for them: sheet=TABLE, rows=NUMBERS.
      def resolved(stored)
        table = stored.family.table(text_of('sheet'))
        return {} unless table && stored.plan.runnable?

        { 'resolved' => Checks::ResolvedRows.new(stored.plan, table, PickParams.fitting(pick, stored.plan)).to_tree(row_numbers) }
      end

      # One that cannot be read says so, and spoils nothing for the others.
      def summary(record)
        card = FamilyCard.new(store, record)
        { slug: card.slug, name: card.name, code: card.code, version: record.version, variants: card.variants,
          findings: card.findings.size, readable: card.readable? }
      end
    end
  end
end
