# frozen_string_literal: true

module VastLattice
  module Web
    # Kept configurations (docs/api.md). Whoever has the code of one may see it; lists are for those who see families.
    module ConfigurationsAPI
      extend Resource

      # Configurations of one list.
      LISTED = 200
      # Configurations of one published form; those of one visitor in a day, and those from one address of the network, which may be that
      # of many visitors: a browser can always say that it is another one.
      MOST_OF_FORM = 5000
      MOST_OF_VISITOR = 60
      MOST_OF_SENDER = 600
      DAY = 86_400

      # No more are kept.
      class Many < Error
      end

      routes '/api/configurations' do
        # The latest: text=WORDS in name, code, part number …; family=ADDRESS.
        get '/?', needs: :read do
          found = configurations.listed(subject: present('family'), text: text_of('text')[0, 100], limit: LISTED)
          answer(configurations: found.map { |record| listed_configuration(record) })
        end

        get('/:code', needs: :fill) { |code| answer(configuration_tree(code)) }

        # What would be different if it were filled in now.
        get('/:code/differences', needs: :fill) { |code| answer(differences_now(configurations.find(code).content)) }

        # Whoever made it gives it another name.
        post '/:code/name', needs: :keep do |code|
          unless renames?(configurations.find(code).record)
            raise Person::Denied.new('Only whoever made it can give it another name.', remedy: 'Duplicate it: the copy is yours.')
          end

          name = Family::Edits.checked_title(sent['name'], 'configuration')
          stored = configurations.edit(code, version: version_seen, person: person) { |own| own.with(name: name) }
          answer(name: stored.content.name)
        end

        post '/:code/copy', needs: :keep do |code|
          found = configurations.find(code)
          copy = found.content.with(name: Beginnings.copy_of(found.content.name, [found.content.name]))
          answer(kept_tree(stored_configuration(copy, found.record.origin)))
        end

        # Adds it to a variant table as a row: {"table", "name"}. Answers for which the table has no column are told as "left_out", and
        # nothing is stored, until "columns" says for which of them it gets one.
        post '/:code/row', needs: :edit do |code|
          own = configurations.find(code).content
          made = Guide::RowOf.new(store.find(own.family['slug']).plan, own)
          left = made.left_out(sent['table'].to_s)
          next answer(left_out: left) if left.any? && !sent.key?('columns')

          edits = made.edits(sent['table'].to_s, sent['name'].to_s, Array(sent['columns']).map(&:to_s) & left.map { |one| one['name'] })
          stored = store.edit(own.family['slug'], version: nil, person: person) do |family|
            edits.reduce(family) { |changed, edit| Family::Edits.apply(changed, edit) }
          end
          answer(family: stored.slug, table: edits.last['table'], row: edits.last['added'].first['name'], version: stored.version)
        end

        # Several at once, and back: {"codes": […]}.
        %w[remove restore].each do |what|
          post "/#{what}", needs: :edit do
            codes = Array(sent['codes']).grep(String).first(LISTED)
            Storage::DocumentRecord.transaction { codes.each { |code| configurations.public_send(what, code, person: person) } }
            answer("#{what}d": codes)
          end
        end

        delete '/:code', needs: :edit do |code|
          configurations.remove(code, person: person)
          answer(removed: code)
        end
      end

      private

      # Keeps a filling under the name that was sent; what is not valid is not kept.
      def keep_configuration(filling, family:, source:)
        unless filling.valid?
          raise Guide::Refused.new("It cannot be kept: #{filling.findings.find(&:error?).message}",
                                   remedy: 'Take one of the proposals, or change an answer.')
        end

        code = configurations.free_address
        about = { family: family, source: source, made_at: Time.now.utc.iso8601 }
        made = Guide::Configuration.of(filling, name: sent['name'].to_s, code: code.upcase, **about) do |label, result|
          taken?(label, result, family['slug'])
        end
        kept_tree(stored_configuration(made, source, slug: code))
      end

      # Stores one of which the person is the maker, as long as there is room.
      def stored_configuration(made, origin, **options)
        origin = nil if origin.to_s.empty?
        sender = Digest::SHA256.hexdigest("#{settings.secret} #{request.ip}")[0, 40]
        ensure_room(origin: origin) if origin
        ensure_room_of_visitor(maker: maker, sender: sender) if discreet?
        configurations.create(made, person: person, maker: maker, sender: sender, origin: origin, **options)
      end

      def ensure_room(origin:)
        return if settings.configurations.count(origin: origin) < MOST_OF_FORM

        raise Many.new("Of this form #{MOST_OF_FORM} configurations are kept already.", remedy: 'Ask its author to remove some.')
      end

      # In a day. Whoever shows no browser is known by where he is alone.
      def ensure_room_of_visitor(maker:, sender:)
        bounds = { { sender: sender } => MOST_OF_SENDER, { maker: maker }.compact => MOST_OF_VISITOR }.reject { |whose, _| whose.empty? }
        many = bounds.find { |whose, most| settings.configurations.count(since: Time.now.utc - DAY, **whose) >= most } or return

        raise Many.new("You have kept #{many.last} configurations today.", remedy: 'Come back tomorrow.')
      end

      # Whether the person may rename one: its maker, or, where nobody knows who that was, whoever edits.
      def renames?(record) = record.maker ? record.maker == maker : edits?

      # Whether another configuration of a family has a part number that is something else.
      def taken?(label, result, slug)
        numbered = settings.configurations.listed(subject: slug, text: label).select { |record| record.about.to_h['part_number'] == label }
        numbered.any? { |record| !settings.configurations.find(record.slug).content.same_as?(result) }
      end

      # A stored one as the person may see it.
      def seen(stored)
        configurations.used(stored.record)
        discreet? ? stored.content.discreet : stored.content
      end

      def configuration_tree(code) = seen(configurations.find(code)).to_tree

      # A configuration with the name that its form has now, where it came from a published one.
      def form_now(own)
        own.source.empty? ? own : own.with(form: settings.publications.find(own.source).content.publication.form)
      rescue Storage::Missing
        own
      end

      def kept_tree(stored)
        own = stored.content
        { code: stored.slug, name: own.name, address: "/configurations/#{stored.slug}", part_number: own.part_number, price: own.price }
      end

      def listed_configuration(record)
        { code: record.slug, name: record.name, kept: record.created_at.utc.iso8601, **record.about.to_h }
      end

      # Whoever has nothing but the code is told what the published form would come to: what is not published is not for him. What was
      # tried before it was published has none.
      def differences_published(own)
        return { 'status' => 'unknown', 'differences' => [], 'reasons' => [] } if own.source.empty?

        opened = publications.find(own.source).content
        raise Storage::Missing.new(own.source, 'published form') unless opened.publication.open

        told_now(own.with(form: opened.form.name).now(opened.plan, discreet: true), opened.publication.family['version'], own)
      rescue Storage::Missing
        { 'status' => 'impossible', 'differences' => [], 'reasons' => ['The form is not published any more.'] }
      end

      def told_now(now, version, own)
        { 'version' => version, 'edition' => own.family['version'], 'status' => now.status.to_s,
          'differences' => now.differences.map(&:flatten), 'reasons' => now.reasons }
      end

      # A family that is made of others may differ although it has the same version.
      # {"version" that the family has now, "edition" it was kept with, "status" (same, differs or impossible), "differences" =>
      # [[name, kept, now]], "reasons" why it is impossible in words}.
      def differences_now(own)
        return differences_published(own) if discreet?

        stored = settings.store.find(own.family['slug'])
        same = stored.version == own.family['version'] && stored.family.components.empty?
        told_now(same ? Guide::Configuration::Now.new(:same, {}, []) : form_now(own).now(stored.plan), stored.version, own)
      rescue Storage::Missing
        { 'status' => 'impossible', 'differences' => [], 'reasons' => ['The family is not there any more.'] }
      end
    end
  end
end
