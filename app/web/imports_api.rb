# frozen_string_literal: true

module VastLattice
  module Web
    # Bringing spreadsheets in: sent as they are, read in the background, shown as differences, and taken all, some or not.
    class ImportsAPI < JSONResource
      # Differences that one answer lists.
      LISTED = 300

      set :desk, ImportDesk.new

      # Sends a file (the body as it is, its name in the header X-File-Name); table=TABLE is where a CSV goes.
      post '/:slug/imports' do |slug|
        stored = store.find(slug)
        Exchange::Archive.refuse_size(request.content_length.to_i)
        bytes = request.body.read(Exchange::Archive::LARGEST + 1).to_s
        file = Rack::Utils.unescape(request.env['HTTP_X_FILE_NAME'].to_s)[0, 200]
        answer(id: settings.desk.begin(stored, file, bytes, stored.family.table(text_of('table')), owner: owner))
      end

      # How far it is; once it is done, the differences from number +from+ on.
      get('/:slug/imports/:id') { |slug, id| answer(tree(import(slug, id))) }

      # Takes some of the changes: {"except": [numbers], "version": 7 (what the page has shown)}; all others are taken.
      post '/:slug/imports/:id/take' do |slug, id|
        record, found = import(slug, id)
        refuse('The file is not read yet.', 'Wait a moment.') unless found.table_import
        left_out = Array(given['except']).to_h { |number| [number, true] }
        edits = found.table_import.edits(found.table_import.changes.reject { |change| left_out[change.id] })
        stored = store.edit(slug, version: record.version, person: person) do |family|
          edits.reduce(family) { |changed, edit| Family::Edits.apply(changed, edit) }
        end
        settings.desk.taken(record)
        answer(version: stored.version, taken: found.table_import.changes.size - left_out.size, **meanwhile(stored))
      end

      private

      # Imports belong to the session that began them.
      def owner = session[:owner] ||= SecureRandom.hex(16)

      def import(slug, id)
        settings.desk.find(slug, id, owner: owner) ||
          raise(VastLattice::Error.new('This file is not here any more.', remedy: 'Bring it in again.'))
      end

      def tree((record, found))
        head = { file: record.file, share: found.share.round(3), doing: found.doing, done: found.done? }
        return head.merge(error: error_tree(found.error)) if found.error
        return head unless found.done?

        changes = found.table_import.changes
        from = count_of('from', 0..changes.size)
        head.merge(total: changes.size, counts: changes.map(&:kind).tally, notices: found.table_import.notices.map(&:to_s),
                   blast: found.blast, from: from,
                   changes: changes[from, LISTED].map { |change| change.to_h.merge(table: title(found, change)) })
      end

      def title(found, change) = found.plan.family.table(change.table)&.title || change.table

      def error_tree(error)
        problems = error.is_a?(Exchange::Unreadable) ? error.problems.map(&:to_tree) : findings(error)
        { message: error.message.lines.first.strip, remedy: error.remedy, problems: problems }
      end

      def findings(error)
        return [] unless error.is_a?(Storage::Refused)

        error.findings.map { |finding| { message: finding.message, text: finding.to_s } }
      end
    end
  end
end
