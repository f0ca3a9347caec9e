# frozen_string_literal: true

module VastLattice
  module Storage
    # Documents that a change of one may touch: those that use it, and those that it uses, on all levels.
    module Relatives
      module_function

      # Records of those that use a document, of whatever kind, each after all that it uses of them.
      def users(record)
        links = links(record.id, :used_id, :user_id)
        known = links.one? ? {} : DocumentRecord.present.where(id: links.keys).index_by(&:id)
        ordered(record.id, links).filter_map { |id| known[id] }
      end

      # Numbers of the first of them, so +many+, and of those that it uses.
      def ids(record, many)
        up = ordered(record.id, links(record.id, :used_id, :user_id)).first(many)
        down = links(record.id, :user_id, :used_id)
        [record.id, *up, *down.values.flatten].uniq.sort
      end

      # Numbers of the documents that one uses, on all levels.
      def used_ids(record) = links(record.id, :user_id, :used_id).keys - [record.id]

      # {number => numbers one step on} of all that is reached from numbers, in one query: a set, however they are related.
      def steps(ids, from, till)
        return {} if ids.empty?

        uses = UseRecord.arel_table
        reached = Arel::Table.new(:reached)
        first = uses.where(uses[from].in(ids)).project(uses[from], uses[till])
        more = uses.join(reached).on(uses[from].eq(reached[till])).project(uses[from], uses[till])
        all = reached.project(reached[from], reached[till]).with(:recursive, Arel::Nodes::As.new(reached, first.union(more)))
        UseRecord.connection.select_rows(all.to_sql).group_by(&:first).transform_values { |pairs| pairs.map(&:last) }
      end

      # The same from one number, with those that lead nowhere.
      def links(first, from, till)
        found = steps([first], from, till)
        [first, *found.values.flatten].uniq.to_h { |id| [id, found.fetch(id, [])] }
      end

      # Numbers reached, each after all those that lead to it.
      def ordered(first, links)
        found = []
        visit = lambda do |id|
          links.fetch(id, []).each { |user| visit.call(user) unless found.include?(user) }
          found.unshift(id)
        end
        visit.call(first)
        found - [first]
      end
      private_class_method :links, :ordered
    end
  end
end
