# frozen_string_literal: true

module VastLattice
  module Web
    # Kept configurations (docs/api.md). Whoever has the code of one may see it; lists are for those who see families.
    module ConfigurationsAPI
      extend Resource

      # Configurations of one list.
      LISTED = 200

      routes '/api/configurations' do
        # The latest: text=WORDS in name, code, part number …; family=ADDRESS.
        get '/?' do
          found = configurations.listed(subject: present('family'), text: text_of('text')[0, 100], limit: LISTED)
          answer(configurations: found.map { |record| listed_configuration(record) })
        end

        get('/:code', needs: :fill) { |code| answer(configuration_tree(code)) }

        # What would be different if it were filled in now.
        get('/:code/differences', needs: :fill) { |code| answer(differences_now(configurations.find(code).content)) }

        post '/:code/name', needs: :keep do |code|
          name = Family::Edits.checked_title(sent['name'], 'configuration')
          stored = configurations.edit(code, version: version_seen, person: person) { |own| own.with(name: name) }
          answer(name: stored.content.name)
        end

        post '/:code/copy', needs: :keep do |code|
          own = configurations.find(code).content
          answer(kept_tree(configurations.create(own.with(name: Beginnings.copy_of(own.name, [own.name])), person: person)))
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
        kept_tree(configurations.create(made, person: person, slug: code))
      end

      # Whether another configuration of a family has a part number that is something else.
      def taken?(label, result, slug)
        numbered = settings.configurations.listed(subject: slug, text: label).select { |record| record.about.to_h['part_number'] == label }
        numbered.any? { |record| !settings.configurations.find(record.slug).content.same_as?(result) }
      end

      # In plain form; the reasons, which show how the family is made, are for those who see families.
      def configuration_tree(code)
        tree = configurations.find(code).content.to_tree
        may?(:read) ? tree : tree.merge('outcome' => tree['outcome'].except('reasons'))
      end

      def kept_tree(stored)
        own = stored.content
        { code: stored.slug, name: own.name, address: "/configurations/#{stored.slug}", part_number: own.part_number, price: own.price }
      end

      def listed_configuration(record)
        { code: record.slug, name: record.name, kept: record.created_at.utc.iso8601, **record.about.to_h }
      end

      # A family that is made of others may differ although it has the same version.
      # {"version" that the family has now, "edition" it was kept with, "status" (same, differs or impossible), "differences" =>
      # [[name, kept, now]], "reasons" why it is impossible in words}. Whoever has the code may know that, without seeing the family.
      def differences_now(own)
        stored = settings.store.find(own.family['slug'])
        same = stored.version == own.family['version'] && stored.family.components.empty?
        now = same ? Guide::Configuration::Now.new(:same, {}, []) : own.now(stored.plan)
        { 'version' => stored.version, 'edition' => own.family['version'], 'status' => now.status.to_s,
          'differences' => now.differences.map(&:flatten), 'reasons' => now.reasons }
      rescue Storage::Missing
        { 'status' => 'impossible', 'differences' => [], 'reasons' => ['The family is not there any more.'] }
      end
    end
  end
end
