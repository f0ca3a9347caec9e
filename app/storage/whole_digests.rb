# frozen_string_literal: true

module VastLattice
  module Storage
    # What stands for all that documents are made of: the digest of each, with those of what it uses, on all levels. Found by sets, in
    # three queries however they are related, each once.
    class WholeDigests
      # +records+ are those that are asked for, with all that they use; others are found when they are asked for.
      def initialize(records)
        @found = {}
        @named = {}
        add(records)
      end

      # That of the document of a name, where it was met on the way; nil where it was not.
      def named(name) = @found[@named[name]]

      # That of a record, as 64 hexadecimal digits; nil for one from before there were digests.
      def [](record)
        return record.digest unless record.digest

        add([record]) unless @found.key?(record.id)
        @found.fetch(record.id)
      end

      private

      def add(records)
        used = Relatives.steps(records.map(&:id), :user_id, :used_id)
        known = records.to_h { |record| [record.id, [record.name, record.digest]] }
        others = used.values.flatten.uniq - known.keys
        meet(others, known) if others.any?
        records.each { |record| work_out(record.id, used, known) }
      end

      def meet(ids, known)
        DocumentRecord.where(id: ids).pluck(:id, :name, :digest, :removed_at).each do |id, name, digest, removed|
          known[id] = [name, digest]
          @named[name] = id unless removed
        end
      end

      # Each after all that it uses, without a call for each: chains may be long.
      def work_out(first, used, known)
        trail = [first]
        open = {}
        until trail.empty?
          id = trail.last
          next trail.pop if @found.key?(id)
          next @found[trail.pop] = made_of(id, used, known) if open[id]

          open[id] = true
          trail.concat(used.fetch(id, []).reject { |one| @found.key?(one) || open[one] })
        end
      end

      # Numbers that were removed for good, or that lead back, say nothing.
      def made_of(id, used, known)
        own = known.dig(id, 1)
        inner = used.fetch(id, []).filter_map { |one| [known.dig(one, 0), @found[one]] if @found.key?(one) }
        inner.empty? ? own : ::Digest::SHA256.hexdigest(JSON.generate([own, inner.sort_by(&:to_s)]))
      end
    end
  end
end
