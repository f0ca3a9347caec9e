# frozen_string_literal: true

module VastLattice
  module Web
    # The health of whole families: every finding over all variants, and how many of them are valid (docs/api.md).
    module ReviewsAPI
      extend Resource

      routes '/api/families' do
        # What is known, or how far the look at every variant is; asked for again until it is done.
        get '/:slug/review', needs: :read do |slug|
          stored = store.find(slug)
          review = Jobs::Review.of(stored)
          answer('version' => stored.version, **review, **(review['done'] ? { 'health' => FamilyCard::Health.worst(review) } : {}))
        end

        # The same in short, as the page of all families shows it.
        get '/:slug/card', needs: :read do |slug|
          answer(FamilyCard::Health.of(Jobs::Review.of(store.find(slug))))
        end
      end
    end
  end
end
