# frozen_string_literal: true

module VastLattice
  module Web
    # Forms of a family while they are designed: tried as they are, published, withdrawn, as JSON Schema out and in; and the
    # pictures that they show (docs/api.md).
    module FormDesignAPI
      extend Resource

      routes '' do
        # The page of a form as it would be published.
        get '/families/:slug/forms/:form', needs: :read do |slug, name|
          headers 'content-security-policy' => Border.policy(frames: ["'self'"])
          show_form(FormPage.new(draft(slug, name), api: "/api/families/#{slug}/forms/#{name}", pictures: "/families/#{slug}/pictures",
                                                    token: csrf_token, edition: store.version(slug), answers: answered, draft: true))
        end

        get('/families/:slug/pictures/:name', needs: :read) { |slug, name| picture(store.find(slug).family, name) }

        %w[outcome choices proposals mesh].each do |what|
          get("/api/families/:slug/forms/:form/#{what}", needs: :read) do |slug, name|
            answer(told(what, draft(slug, name).filling(answered)))
          end
        end

        get('/api/families/:slug/forms/:form/schema', needs: :read) { |slug, name| answer(draft(slug, name).schema.to_tree) }

        post '/api/families/:slug/forms/:form/configurations', needs: :keep do |slug, name|
          form = draft(slug, name)
          answer(keep_configuration(form.filling(sent_answers(form.schema)), family: family_facts(store.find(slug)), source: ''))
        end

        # The edits that take a JSON Schema as a form: the body as it is; name=NAME.
        post '/api/families/:slug/forms', needs: :edit do |slug|
          family = store.find(slug).family
          text = sent_bytes(Guide::SchemaImport::LARGEST)
          name = Family::Edits.checked_name(text_of('name'))
          answer(edits: read_apart { Guide::SchemaImport.new(family, text, name).edits })
        end

        # Publishes a form as it is now, or anew: {"origins": "https://…"}.
        post '/api/families/:slug/forms/:form/publication', needs: :publish do |slug, name|
          answer(publish(store.find(slug), name))
        end

        # Withdraws it: its address is closed until it is published anew.
        delete '/api/families/:slug/forms/:form/publication', needs: :publish do |slug, name|
          record = published(slug, name) || raise(NotInFamily.new('published form', name))
          publications.edit(record.slug, version: nil, person: person) { |own| own.with(open: false) }
          answer(withdrawn: record.slug)
        end

        # A picture for forms, the body as it is: what put_picture takes.
        post '/api/families/:slug/pictures', needs: :edit do |slug|
          store.find(slug)
          bytes = sent_bytes(Exchange::PictureFile::LARGEST)
          answer(picture: read_apart { Exchange::PictureFile.read(bytes) })
        end
      end

      private

      def form_of(stored, name)
        stored.family.form(name) || raise(NotInFamily.new('form', name, stored.family.forms.map(&:name)))
      end

      # A form as it is now: a Guide::OpenForm.
      def draft(slug, name)
        stored = store.find(slug)
        Guide::OpenForm.new(stored.plan, form_of(stored, name))
      end

      def family_facts(stored) = { 'slug' => stored.slug, 'name' => stored.family.name, 'version' => stored.version }

      # The record of a form's publication, or nil.
      def published(slug, name) = publications.listed(subject: slug).find { |record| record.about['form'].casecmp?(name) }

      def publish(stored, name)
        record = published(stored.slug, name)
        origins = Guide::Publication.origins_of(sent.fetch('origins', '').to_s)
        made = Guide::Publication.of(stored.plan, form_of(stored, name), family: family_facts(stored), origins: origins,
                                                                         by: person.name, at: Time.now.utc.iso8601)
        kept = record ? publications.edit(record.slug, version: nil, person: person) { made } : publications.create(made, person: person)
        { address: "/forms/#{kept.slug}", version: stored.version, origins: origins }
      end
    end
  end
end
