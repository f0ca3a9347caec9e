# frozen_string_literal: true

module VastLattice
  module Web
    # The page of all families; new ones are made here, or brought in as a file.
    module FamiliesPages
      extend Resource

      NO_PICTURE = '<svg xmlns="http://www.w3.org/2000/svg" width="330" height="60"><text x="165" y="34" text-anchor="middle" ' \
                   'font-family="sans-serif" font-size="14" fill="#5b6875">No picture: look at its findings.</text></svg>'

      routes '/families' do
        get('/?', needs: :read) do
          @title = 'Families'
          @cards = family_cards
          @removed = store.removed
          @gone = @removed.find { |record| record.slug == params['removed'] }
          @stocks = Beginnings.stocks
          erb :families
        end

        # The picture of a card, drawn when it is asked for, one by one.
        get('/:slug/card.svg', needs: :read) do |slug|
          stored = store.find(slug)
          picture = stored.plan.runnable? && Result.new(stored.plan).front_view(width: FamilyCard::WIDTH, dimensions: false)
          content_type 'image/svg+xml'
          headers 'cache-control' => 'private, max-age=31536000' if params['version'] == stored.version.to_s
          picture || NO_PICTURE
        end

        post('/?', needs: :edit) do
          stored = store.create(params['file'] ? uploaded : fresh, person: person)
          # A fresh one begins with the sizes of its stock.
          lead_to "/families/#{stored.slug}/shape#{'?open=stock:part' unless params['file']}"
        end

        post('/:slug/remove', needs: :edit) do |slug|
          store.remove(slug, person: person)
          lead_to "/families?removed=#{slug}"
        end

        # A family like another, under a name of its own.
        post('/:slug/copy', needs: :edit) do |slug|
          family = store.find(slug).family
          stored = store.create(family.with(name: Beginnings.copy_of(family.name, store.records.map(&:name))), person: person)
          lead_to "/families/#{stored.slug}/shape"
        end

        # One that is based on another, and takes over what changes there.
        post('/:slug/based', needs: :edit) do |slug|
          family = store.find(slug).family
          name = Beginnings.free("#{family.name}, other", store.records.map(&:name))
          stored = store.create(family.with(name: name, base: Family::Base.new(family: family.name)), person: person)
          lead_to "/families/#{stored.slug}/shape"
        end

        post('/:slug/restore', needs: :edit) do |slug|
          store.restore(slug, person: person)
          lead_to '/families'
        end
      end

      private

      def uploaded
        file = params['file']
        unless file.is_a?(Hash) && file[:tempfile]
          raise VastLattice::Error.new('No file was chosen.',
                                       remedy: 'Choose a family file (YAML or JSON).')
        end

        read_family(file[:tempfile].read(Exchange::FamilyFile::LARGEST + 1).to_s)
      end

      # A new family begins with the stock that was chosen, in the sizes with which its kind begins: something to see and to change.
      def fresh
        name = Family::Edits.checked_title(params['name'], 'family')
        _, stock = Beginnings.stocks.then { |all| all[count_of('stock', 0..(all.size - 1))] }
        Family.new(name: name, parts: [Family::Part.new(name: 'part', stock: Family::Stock.from_tree(stock))])
      end
    end
  end
end
