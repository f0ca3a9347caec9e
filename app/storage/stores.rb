# frozen_string_literal: true

require 'concurrent/map'

module VastLattice
  module Storage
    # The Stores of all kinds of documents, one for each kind: what one document uses may be of another kind.
    class Stores
      def initialize = @stores = Concurrent::Map.new

      # The Store of a kind (as FamilyDocument).
      def of(kind) = @stores.compute_if_absent(kind.name) { Store.new(kind, stores: self) }

      # That of a kind's name, and of the kind of a record.
      def named(name) = of(KINDS.fetch(name))
      def for(record) = named(record.kind)

      # The Plan::Library of what is stored, for those whose WholeDigests these are.
      def library(digests = WholeDigests.new([])) = Plan::Library.new(Kin.new(self, digests))

      # Takes in the store of a kind that was made before the others.
      def keep(kind, store) = @stores[kind.name] = store
    end
  end
end
