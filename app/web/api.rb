# frozen_string_literal: true

module VastLattice
  module Web
    # The JSON API (docs/api.md). The screens use it, and so can other programs.
    class API < Base
      LARGEST_BODY = 25_000_000

      before do
        content_type :json
      end

      get '/' do
        answer(families: store.all.map { |stored| summary(stored) })
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
        answer(Geometry::Measuring.new(model.solids).between(params['from'].to_s, params['till'].to_s).to_tree)
      end

      # Where a point of a view lies on a face: offsets for a feature that is put there.
      get '/:slug/place' do |slug|
        stored = store.find(slug)
        model = Result.new(stored.plan, PickParams.fitting(pick, stored.plan)).model
        answer(Drawing::Spotting.new(model, PictureParams.read(params)[:view]).at(params['part'].to_s, params['face'].to_s,
                                                                                  params['x'].to_f, params['y'].to_f))
      end

      # What a position would be from another edge, for a feature that stays where it is.
      get '/:slug/anchor' do |slug|
        stored = store.find(slug)
        model = Result.new(stored.plan, PickParams.fitting(pick, stored.plan)).model
        answer(offset: Geometry::Reanchoring.offset(model, params['feature'].to_s, params['axis'].to_s, params['from'].to_s))
      end

      get '/:slug/because' do |slug|
        stored = store.find(slug)
        outcome = stored.plan.outcome(PickParams.fitting(pick, stored.plan))
        target = stored.plan.symbols[params['target']] || raise(Plan::PickError, "There is no name \"#{params['target']}\".")
        answer(outcome.because(target.name).to_tree.merge('measures' => FeatureFacts.new(Geometry::Model.of(outcome), target).lines))
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
        answer(changed(slug, stored))
      end

      post('/:slug/undo') { |slug| answer(changed(slug, store.undo(slug, person: person))) }
      post('/:slug/redo') { |slug| answer(changed(slug, store.redo(slug, person: person))) }

      # Tries a formula without storing anything: its value here, and over all variants.
      post '/:slug/try' do |slug|
        answer(Checks::Trial.new(store.find(slug).plan).run(given.fetch('text', ''), given.fetch('like', {}), pick))
      end

      # Reads a CSV against a table and tells the differences; stores nothing.
      post '/:slug/tables/:table/preview' do |slug, table|
        stored = store.find(slug)
        changed = imported(stored, table)
        plan = Plan.of(changed)
        raise Storage::Refused, plan.errors if plan.errors.any?

        found = changed.table(table)
        answer(Checks::ImportPreview.new(stored.plan, plan).to_tree
               .merge(version: stored.version, edit: { 'do' => 'replace_table', 'table' => found.name,
                                                       'columns' => found.columns.map(&:to_tree), 'rows' => found.rows.map(&:to_tree) }))
      end

      error(JSON::ParserError) { fail_json(400, 'The request is not well-formed JSON.', nil) }
      error(Storage::Missing, Sinatra::NotFound) { |e| fail_json(404, e.is_a?(VastLattice::Error) ? e.message : 'There is no such address.', nil) }
      error(Rights::Denied) { |e| fail_json(403, e.message, e.remedy) }
      error(Storage::Stale) { |e| fail_json(409, e.message, e.remedy) }
      error(Storage::Refused) { |e| fail_json(422, e.message, e.remedy, findings: e.findings.map(&:to_tree)) }
      error(Formula::Error) { |e| fail_json(422, e.message, e.remedy, findings: [{ 'span' => [e.span.start, e.span.length] }]) }
      error(Exchange::TableCSV::Unreadable) { |e| fail_json(422, 'The file cannot be taken.', nil, problems: e.problems) }
      error(VastLattice::Error) { |e| fail_json(422, e.message, e.remedy) }

      private

      def reading_only? = request.path_info.end_with?('/try', '/preview')

      def pick = PickParams.read(params)
      def state(stored) = ViewState.new(stored, pick, picture: PictureParams.read(params)).to_tree
      def answer(data) = JSON.generate(data)

      # The JSON object that was sent.
      def given
        @given ||= begin
          refuse('The request is too large.') if request.content_length.to_i > LARGEST_BODY
          parsed = JSON.parse(request.body.read, max_nesting: 20)
          parsed.is_a?(Hash) ? parsed : refuse('The request must be a JSON object.')
        end
      end

      def refuse(message) = raise(VastLattice::Error, message)

      def imported(stored, table)
        found = stored.family.table(table) || refuse("There is no table \"#{table}\".")
        read = Exchange::TableCSV.read(given.fetch('csv', ''), found, Exchange::TableCSV.units(stored.plan))
        stored.family.with(tables: stored.family.tables.map { |other| other.equal?(found) ? read : other })
      end

      def changed(slug, stored)
        undo, redo_step = store.next_steps(slug)
        state(stored).merge('undo' => undo, 'redo' => redo_step)
      end

      def summary(stored)
        { slug: stored.slug, name: stored.family.name, code: stored.family.code, version: stored.version,
          variants: stored.family.variant_count, findings: stored.plan.findings.size }
      end

      def fail_json(code, message, remedy, **more)
        status code
        JSON.generate(error: { message: message, remedy: remedy, **more }.compact)
      end

      def fail_page(code, error, message = nil, remedy = nil)
        fail_json(code, message || error&.message, remedy || error&.remedy)
      end
    end
  end
end
