# frozen_string_literal: true

module VastLattice
  module Web
    # Files of all variants, made in the background (docs/api.md).
    module GenerationsAPI
      extend Resource

      # Problems that an answer lists.
      LISTED = 50

      routes '' do
        # The latest orders of a family, with how far they are.
        get '/api/families/:slug/generations', needs: :read do |slug|
          stored = store.find(slug)
          answer(orders: generations(stored).order(id: :desc).map { |record| generation_tree(stored, record) })
        end

        # Orders files: {"results": [name or {name, options}, …], "which": "all" or "valid", "pattern": "{variant}-{result}"}.
        post '/api/families/:slug/generations', needs: :edit do |slug|
          stored = store.find(slug)
          record = Jobs::Generation.order(stored, sent, person: person)
          answer(generation_tree(stored, record))
        end

        post '/api/families/:slug/generations/:id/stop', needs: :edit do |slug, id|
          order_changed(slug, id) { |record, _| Jobs::Generation.stop(record) }
        end

        # Goes on with what was stopped; what failed is tried once more.
        post '/api/families/:slug/generations/:id/go_on', needs: :edit do |slug, id|
          order_changed(slug, id) { |record, stored| Jobs::Generation.go_on(record, stored) }
        end

        # All files that are made, with a manifest, as one ZIP.
        get '/families/:slug/generations/:id.zip', needs: :read do |slug, id|
          stored = store.find(slug)
          record = generation(stored, id)
          content_type 'application/zip'
          attachment "#{slug}-files-#{record.id}.zip"
          GeneratedArchive.new(record, stored.family.name).file
        end
      end

      private

      def generations(stored) = Storage::GenerationRecord.where(document_id: stored.record.id)

      def generation(stored, id)
        generations(stored).find_by(id: id.to_i) ||
          raise(NotInFamily.new('order of files', id.to_s, generations(stored).pluck(:id).map(&:to_s)))
      end

      def order_changed(slug, id)
        stored = store.find(slug)
        record = generation(stored, id)
        yield(record, stored)
        answer(generation_tree(stored, record.reload))
      end

      def person_words(id) = (Person::BUILT_IN[id] || Person[id]).name

      # "Solid STEP"; of what there is no longer its name.
      def ordered_words(name, options)
        return name unless Results::FORMATS.key?(name)

        format = Results::FORMATS.fetch(name)
        told = format.told(options.to_h)
        told == format.base ? format.called : "#{format.called} (#{told})"
      end

      def generation_tree(stored, record)
        results = record.ordered['results'].map { |one| ordered_words(*one.values_at('name', 'options')) }
        { 'id' => record.id, 'status' => Jobs::Generation.left?(record) ? 'stopped' : record.status, 'results' => results,
          'person' => person_words(record.person_id), 'at' => record.created_at.utc.iso8601, 'which' => record.ordered['which'],
          'finished' => record.finished_at&.utc&.iso8601, 'version' => record.version, 'stale' => record.digest != stored.digest,
          **counted(record) }
      end

      def counted(record)
        counts = record.counts
        failed = record.files.where(status: 'failed').order(:id).limit(LISTED)
        { 'files' => counts.values.sum, **%w[made kept failed].to_h { |status| [status, counts.fetch(status, 0)] },
          'bytes' => record.files.sum(:bytes), 'problems' => failed.map { |file| { 'name' => file.name, 'problem' => file.problem } } }
      end
    end
  end
end
