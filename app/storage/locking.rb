# frozen_string_literal: true

module VastLattice
  module Storage
    # One lock for each document, in the database, for all processes; it goes with the connection.
    module Locking
      private

      # Calls the block with the Stored family while nobody else changes it or what belongs together with it, in any
      # process. Raises Contended.
      def changing(slug)
        locking(Relatives.ids(record(slug), Following::AT_ONCE)) { yield find(slug) }
      end

      # Calls the block while documents of these numbers are locked.
      def locking(ids, &) = held(ids.map { |id| "lattice #{id}" }, &)

      # Calls the block while nobody else gives documents of the kind these titles: of two who make one of a name, one comes second.
      def naming(titles, &)
        keys = @kind.found_by_name? ? titles.map { |title| ::Digest::SHA256.hexdigest(title.downcase)[0, 40] }.uniq.sort : []
        held(keys.map { |key| "lattice name #{key}" }, &)
      end

      def held(names, &)
        return yield if names.empty?

        locked = []
        Serving::Turns.first do
          names.each { |name| lock(name, locked) }
          yield
        ensure
          locked.reverse_each { |name| DocumentRecord.connection.release_advisory_lock(name) }
        end
      end

      def lock(name, locked)
        raise Contended unless Serving::Turns.aside { DocumentRecord.connection.get_advisory_lock(name, Database::LOCK) }

        locked << name
      end
    end
  end
end
