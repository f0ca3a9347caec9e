# frozen_string_literal: true

module VastLattice
  module Storage
    # A stored family. +version+ counts its changes; +body+ holds what belongs to no element.
    class FamilyRecord < ActiveRecord::Base
      self.table_name = 'families'
      attribute :body, :json
      # Families that are not removed.
      scope :present, -> { where(removed_at: nil) }
      has_many :changes_made, class_name: 'VastLattice::Storage::ChangeRecord', foreign_key: :family_id, inverse_of: :family
    end
  end
end
