# frozen_string_literal: true

module VastLattice
  module Storage
    # That one document uses another.
    class UseRecord < ActiveRecord::Base
      self.table_name = 'uses'

      # Writes which documents one uses, by their addresses.
      def self.write(record, slugs)
        there = where(user_id: record.id)
        used = slugs.empty? ? [] : DocumentRecord.where(slug: slugs).pluck(:id)
        there.where.not(used_id: used).delete_all
        (used - there.pluck(:used_id)).each { |id| create!(user_id: record.id, used_id: id) } if used.any?
      end
    end
  end
end
