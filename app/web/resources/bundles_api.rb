# frozen_string_literal: true

module VastLattice
  module Web
    # Brings in families by files: one family, or a bundle with all that it uses (docs/api.md). The file is the body of the request.
    module BundlesAPI
      extend Resource

      routes '/api/bundles' do
        # What is in a file, beside what is here. Nothing is stored.
        post '/compare', needs: :edit do
          answer(compared(bundle).to_tree)
        end

        # Takes it, all at once: families that are here are replaced, except those that are to be kept (keep[]=NAME).
        post '/?', needs: :edit do
          sent = bundle
          taken = compared(sent).taken(Array(params['keep']).grep(String))
          stored = store.bring_in(taken, person: person)
          main = Storage::FamilyDocument.record(sent.main)
          answer(taken: stored.map(&:slug), open: "/families/#{main.slug}/shape")
        end
      end

      private

      def bundle
        Exchange::Archive.refuse_size(request.content_length.to_i)
        read_bundle(sent_bytes(Exchange::Archive::LARGEST))
      end

      def compared(bundle)
        Exchange::BundleComparison.new(bundle) { |name| Storage::FamilyDocument.record(name)&.then { |record| store.stored(record).family } }
      end
    end
  end
end
