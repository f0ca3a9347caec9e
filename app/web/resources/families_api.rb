# frozen_string_literal: true

module VastLattice
  module Web
    # Families as a whole: the list, one, removing and bringing back (docs/api.md). The screens use the API, and so can other programs.
    module FamiliesAPI
      extend Resource

      routes '/api/families' do
        get '/?', needs: :read do
          answer(families: family_cards.map { |card| summary(card) })
        end

        # Removes a family, readable or not; it can be brought back.
        delete '/:slug', needs: :edit do |slug|
          store.remove(slug, person: person)
          answer(removed: slug)
        end

        post '/:slug/restore', needs: :edit do |slug|
          store.restore(slug, person: person)
          answer(restored: slug)
        end

        get '/:slug', needs: :read do |slug|
          stored = store.find(slug)
          answer(version: stored.version, family: stored.family.to_tree, findings: stored.plan.findings.map(&:to_tree))
        end
      end

      private

      # One that cannot be read says so, and spoils nothing for the others.
      def summary(card)
        { slug: card.slug, name: card.name, code: card.code, version: card.version, variants: card.variants,
          **card.review, readable: card.readable? }
      end
    end
  end
end
