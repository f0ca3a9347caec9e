# frozen_string_literal: true

module VastLattice
  module Storage
    # The stored families as what a Plan::Library takes them from.
    class Kin
      # +digests+ are WholeDigests that may know those of the families.
      def initialize(store, digests)
        @store = store
        @digests = digests
      end

      def names = DocumentRecord.present.of_kind(FamilyDocument).pluck(:name)

      # The Plan of the family of that name, or nil. One that is kept is had without a question.
      def plan(name, library)
        kept = @store.kept(@digests.named(name))
        return kept if kept

        record = FamilyDocument.record(name)
        record && @store.stored(record, library: library, digests: @digests).plan
      end
    end
  end
end
