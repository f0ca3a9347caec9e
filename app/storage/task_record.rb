# frozen_string_literal: true

module VastLattice
  module Storage
    # Something that is done in the background: of which +kind+, for whom (+owner+, a session), about which +version+ of a
    # document, with which +input+; how far it is, and what came of it.
    class TaskRecord < ActiveRecord::Base
      self.table_name = 'tasks'
      belongs_to :document, class_name: 'VastLattice::Storage::DocumentRecord'
      attribute :about, PlainJSON.new
      attribute :result, PlainJSON.new

      # Before it is over.
      OPEN = %w[waiting working].freeze
      # What is large is read only where it is needed.
      LARGE = %w[input result].freeze

      scope :waiting, -> { where(status: 'waiting') }
      scope :of, ->(owner) { where(owner: owner) }
      scope :lean, -> { select(*(column_names - LARGE)) }

      def over? = !OPEN.include?(status)

      # Changes some fields if it is still +from+; returns whether it was: who comes second changes nothing.
      def move(from, **fields) = self.class.where(id: id, status: from).update_all(fields) == 1
    end
  end
end
