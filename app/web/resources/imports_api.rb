# frozen_string_literal: true

module VastLattice
  module Web
    # Bringing spreadsheets in: sent as they are, read in the background, shown as differences, and taken all, some or not.
    module ImportsAPI
      extend Resource

      # Differences that one answer lists.
      LISTED = 300

      routes '/api/families' do
        # Sends a file (the body as it is, its name in the header X-File-Name); table=TABLE is where a CSV goes.
        post '/:slug/imports', needs: :edit do |slug|
          stored = store.find(slug)
          Exchange::Archive.refuse_size(request.content_length.to_i)
          bytes = sent_bytes(Exchange::Archive::LARGEST)
          about = { 'file' => sent_name, 'table' => stored.family.table(text_of('table'))&.name }
          answer(id: queue.begin('import', stored, owner: owner, person: person, about: about, input: bytes))
        end

        # How far it is; once it is done, the differences from number +from+ on.
        get('/:slug/imports/:id', needs: :read) { |slug, id| answer(import_tree(import(slug, id))) }

        # Gives it up, also while it is being read.
        delete('/:slug/imports/:id', needs: :edit) do |slug, id|
          queue.cancel(import(slug, id))
          answer(cancelled: id)
        end

        # Takes some of the changes: {"except": [numbers], "version": 7 (what the page has shown)}; all others are taken.
        post '/:slug/imports/:id/take', needs: :edit do |slug, id|
          task = import(slug, id)
          refuse('The file is not read yet.', 'Wait a moment.') unless task.status == 'done'
          changes = Exchange::TableChanges.from_tree(task.reload.result)
          left_out = Array(sent['except']).to_h { |number| [number, true] }
          edits = changes.edits(changes.all.reject { |change| left_out[change.id] })
          stored = store.edit(slug, version: task.version, person: person) do |family|
            edits.reduce(family) { |changed, edit| Family::Edits.apply(changed, edit) }
          end
          queue.forget(task)
          answer(version: stored.version, taken: changes.all.size - left_out.size, **meanwhile(stored))
        end
      end

      private

      def queue = @queue ||= Jobs::Queue.new

      # Imports belong to the session that began them: it is known by what its tokens are made of.
      def owner = Digest::SHA256.hexdigest(session[:csrf].to_s)[0, 32]

      def import(slug, id)
        queue.find(slug, id, owner: owner) ||
          raise(VastLattice::Error.new('This file is not here any more.', remedy: 'Bring it in again.'))
      end

      def import_tree(task)
        head = { file: task.about['file'], share: task.share.round(3), doing: task.doing, done: task.over? }
        case task.status
        when 'done' then head.merge(differences(task.reload.result))
        when 'refused' then head.merge(error: { 'problems' => [] }.merge(task.reload.result))
        when 'cancelled' then head.merge(error: { message: 'It was given up.', problems: [] })
        else head
        end
      end

      def differences(result)
        changes = result['changes']
        from = count_of('from', 0..changes.size)
        listed = changes[from, LISTED].map { |change| change.merge('table' => table_title(result, change['table'])) }
        { total: changes.size, counts: changes.map { |change| change['kind'] }.tally, from: from, notices: result['notices'],
          blast: result['blast'], changes: listed }
      end

      def table_title(result, table) = result['titles'].fetch(table, table)
    end
  end
end
