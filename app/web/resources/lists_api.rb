# frozen_string_literal: true

module VastLattice
  module Web
    # Lists as they are looked at, and what the workshop of the house is (docs/api.md).
    module ListsAPI
      extend Resource

      routes '/api' do
        # A list of the variant in view, or as its options say (those of the result list.json).
        get '/families/:slug/lists', needs: :read do |slug|
          stored = store.find(slug)
          options = params.slice(*Results::List::OPTIONS.map(&:name)).select { |_, text| text.is_a?(String) }
          answer(ListLook.new(Results::List.composed(subject_of(stored), Results::FORMATS.fetch('list.json').chosen(options))).to_tree)
        end

        # Sets the workshop of the house, as Workshop::Reading takes it.
        post '/house/workshop', needs: :edit do
          tree = sent['workshop']
          Workshop::Reading.new(tree).workshop
          answer(workshop: change_house { |own| own.with(workshop: tree) }.workshop)
        end
      end

      private

      # Changes the house, which begins with that where there is none yet; gives it.
      def change_house(&)
        now = house
        if now
          houses.edit(now.slug, version: now.version, person: person, &)
        else
          houses.create(yield(Family::House.new(name: 'House')), person: person)
        end
        house.content
      end
    end
  end
end
