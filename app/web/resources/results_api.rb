# frozen_string_literal: true

module VastLattice
  module Web
    # What can be taken away of a family (docs/results.md).
    module ResultsAPI
      extend Resource

      routes '/api/families' do
        get '/:slug/results', needs: :read do |slug|
          formats = Results.of(subject_of(store.find(slug)))
          answer(results: formats.map { |format| format.to_tree.merge('address' => "/families/#{slug}/#{format.name}") })
        end
      end
    end
  end
end
