# frozen_string_literal: true

module VastLattice
  module Storage
    # A stored document of some kind. +version+ counts its changes; +body+ holds what belongs to no element; +digest+ stands
    # for all that it says.
    class DocumentRecord < ActiveRecord::Base
      self.table_name = 'documents'
      attribute :body, PlainJSON.new
      # Documents that are not removed.
      scope :present, -> { where(removed_at: nil) }
      scope :of_kind, ->(kind) { where(kind: kind.name) }
    end
  end
end
