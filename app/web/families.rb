# frozen_string_literal: true

module VastLattice
  module Web
    # The page of all families; new ones are made here, or brought in as a file.
    class Families < Base
      NEW_STOCK = { 'kind' => 'plate', 'outline' => 'rectangle', 'width' => 'length', 'height' => 'width', 'thickness' => '3 mm' }.freeze

      get('/?') do
        @title = 'Families'
        @cards = store.all.map { |stored| FamilyCard.new(stored) }
        erb :families
      end

      post('/?') do
        stored = params['file'] ? store.create(uploaded, person: person) : store.create(fresh, person: person)
        redirect "/families/#{stored.slug}/shape"
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
