# frozen_string_literal: true

module VastLattice
  module Storage
    # The stored documents as what a Plan::Library takes them from.
    class Kin
      # +stores+ are Stores; +digests+ are WholeDigests of whoever asks.
      def initialize(stores, digests)
        @stores = stores
        @digests = digests
      end

      def names = DocumentRecord.present.of_kind(FamilyDocument).pluck(:name)

      # The edition of a document that counts for the one that asks (each as [kind, title]), as [number of the document, version]; nil for
      # the newest.
      def edition(asker, used, version)
        found = asker && @digests.edition(asker, used, version)
        found || (version && DocumentRecord.called(*used)&.then { |record| [record.id, version] })
      end

      # What the document of a kind and title compiles to, in an edition (nil: the newest), or nil. What is kept is had without a question.
      def content(kind, title, edition, library)
        kept = @stores.named(kind).kept(@digests.named([kind, title])) unless edition
        return kept if kept

        record = edition ? DocumentRecord.find_by(id: edition.first) : DocumentRecord.called(kind, title)
        record && stored(record, edition&.last, library).content
      end

      private

      # As it was, as far as its history reaches.
      def stored(record, version, library)
        store = @stores.for(record)
        (version && store.at(record.slug, version)) || store.stored(record, library: library, digests: @digests)
      end
    end
  end
end
