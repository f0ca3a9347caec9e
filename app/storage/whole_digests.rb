# frozen_string_literal: true

module VastLattice
  module Storage
    # What stands for all that documents are made of: the digest of each, with those of what it uses, on all levels. Found by sets, in
    # four queries however they are related, each once.
    class WholeDigests
      # +records+ are those that are asked for, with all that they use; others are found when they are asked for. +taken+ are versions
      # that count as taken already, by pairs of the number of a user and of what it uses.
      def initialize(records, taken: {})
        @taken = taken
        @found = {}
        @named = {}
        @links = {}
        add(records)
      end

      # That of the document of a kind and name, where it was met on the way; nil where it was not.
      def named(used) = @found[@named[used]]

      # What one document uses under the name of another (each as [kind, name]), of an +edition+ or, without one, of the newest, if it has
      # not followed that yet: [number, version]; nil where it is the newest itself, or where they were not met.
      def edition(user, (kind, title), edition)
        link = @links[@named[user]]&.find { |one| one.called?(kind, title) && (edition ? one.version == edition : one.follows) }
        link&.version && [link.used, link.version]
      end

      # That of a record, as 64 hexadecimal digits; nil for one from before there were digests.
      def [](record)
        return record.digest unless record.digest

        add([record]) unless @found.key?(record.id)
        @found.fetch(record.id)
      end

      private

      def add(records)
        used = Relatives.steps(records.map(&:id), :user_id, :used_id)
        known = {}
        records.each { |record| meet(known, record.id, record.kind, record.name, record.digest, record.removed_at) }
        others = used.values.flatten.uniq - known.keys
        @links.update(UseRecord.links(used.keys, @taken)) if used.any?
        look_up(others).each { |row| meet(known, *row) } if others.any?
        records.each { |record| work_out(record.id, used, known) }
      end

      def look_up(ids) = DocumentRecord.where(id: ids).pluck(:id, :kind, :name, :digest, :removed_at)

      def meet(known, id, kind, name, digest, removed)
        known[id] = [name, digest]
        @named[[kind, name]] ||= id unless removed
      end

      # Each after all that it uses, without a call for each: chains may be long.
      def work_out(first, used, known)
        trail = [first]
        open = {}
        until trail.empty?
          id = trail.last
          next trail.pop if @found.key?(id)
          next @found[trail.pop] = made_of(id, known) if open[id]

          open[id] = true
          trail.concat(used.fetch(id, []).reject { |one| @found.key?(one) || open[one] })
        end
      end

      # Numbers that were removed for good, or that lead back, say nothing.
      def made_of(id, known)
        own = known.dig(id, 1)
        inner = @links.fetch(id, []).filter_map { |link| inside(link, known) if @found.key?(link.used) }
        inner.empty? ? own : ::Digest::SHA256.hexdigest(JSON.generate([own, inner.sort_by(&:to_s)]))
      end

      # What stands for what is used, in the edition that counts.
      def inside(link, known)
        return [known.dig(link.used, 0), @found[link.used]] if link.newest?

        below = @links.fetch(link.used, []).map(&:used).select { |one| @found.key?(one) }
        [link.called, "version #{link.version}", *below.map { |one| [known.dig(one, 0), @found[one]] }.sort_by(&:to_s)]
      end
    end
  end
end
