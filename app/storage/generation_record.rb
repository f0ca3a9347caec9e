# frozen_string_literal: true

module VastLattice
  module Storage
    # An order of files of many variants of a document (Generating::Order): by whom, of which version, and its GeneratedFileRecords.
    class GenerationRecord < ActiveRecord::Base
      self.table_name = 'generations'
      belongs_to :document, class_name: 'VastLattice::Storage::DocumentRecord'
      has_many :files, class_name: 'VastLattice::Storage::GeneratedFileRecord', foreign_key: 'generation_id', inverse_of: :generation
      attribute :ordered, PlainJSON.new

      # Orders of a document that are kept, the latest.
      KEPT = 5

      # Stores an order of a Stored document with the Items that it comes to; orders that are too old go.
      def self.store(stored, order, items, person:)
        transaction do
          made = create!(document_id: stored.record.id, version: stored.version, digest: stored.digest, ordered: order.to_tree,
                         person_id: person.id)
          items.each_slice(500) { |some| GeneratedFileRecord.insert_all!(some.map { |item| GeneratedFileRecord.row(made, item) }) }
          old = where(document_id: stored.record.id).order(id: :desc).offset(KEPT).pluck(:id)
          where(id: old).delete_all
          MadeFileRecord.forget_unused if old.any?
          made
        end
      end

      # Changes the status if it is still +from+; returns whether it was.
      def move(from, **fields) = self.class.where(id: id, status: from).update_all(fields) == 1

      def working? = self.class.exists?(id: id, status: 'working')

      # {status => number of files}.
      def counts = files.group(:status).count
    end
  end
end
