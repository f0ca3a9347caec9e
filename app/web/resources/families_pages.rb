# frozen_string_literal: true

module VastLattice
  module Web
    # The page of all families; new ones are made here, or brought in as a file.
    module FamiliesPages
      extend Resource

      NEW_STOCK = { 'kind' => 'plate', 'outline' => 'rectangle', 'width' => 'length', 'height' => 'width', 'thickness' => '3 mm' }.freeze
      NO_PICTURE = '<svg xmlns="http://www.w3.org/2000/svg" width="330" height="60"><text x="165" y="34" text-anchor="middle" ' \
                   'font-family="sans-serif" font-size="14" fill="#5b6875">No picture: look at its findings.</text></svg>'

      routes '/families' do
        get('/?') do
          @title = 'Families'
          @cards = store.records.map { |record| FamilyCard.new(store, record) }
          @removed = store.removed
          erb :families
        end

        # The picture of a card, drawn when it is asked for, one by one.
        get('/:slug/card.svg') do |slug|
          stored = store.find(slug)
          picture = stored.plan.runnable? && Result.new(stored.plan).front_view(width: FamilyCard::WIDTH, dimensions: false)
          content_type 'image/svg+xml'
          headers 'cache-control' => 'private, max-age=31536000' if params['version'] == stored.version.to_s
          picture || NO_PICTURE
        end

        post('/?') do
          stored = params['file'] ? store.create(uploaded, person: person) : store.create(fresh, person: person)
          lead_to "/families/#{stored.slug}/shape"
        end

        post('/:slug/remove') do |slug|
          store.remove(slug, person: person)
          lead_to '/families'
        end

        post('/:slug/restore') do |slug|
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

        Exchange::FamilyFile.read(file[:tempfile].read(Exchange::FamilyFile::LARGEST + 1).to_s).family
      end

      # A new family begins as a plate with two named dimensions: something to see and to change.
      def fresh
        name = Family::Edits.checked_title(params['name'], 'family')
        sizes = { 'length' => '400 mm', 'width' => '200 mm' }.map do |parameter, size|
          Family::Parameter.new(name: parameter, kind: 'number', unit: 'mm', default: size)
        end
        Family.new(name: name, parameters: sizes, parts: [Family::Part.new(name: 'plate', stock: Family::Stock.from_tree(NEW_STOCK))])
      end
    end
  end
end
