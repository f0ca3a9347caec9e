# frozen_string_literal: true

module VastLattice
  module Storage
    # A stored family. +version+ counts its changes; +body+ holds what belongs to no element.
    class FamilyRecord < ActiveRecord::Base
      self.table_name = 'families'
      attribute :body, :json
      has_many :changes_made, class_name: 'VastLattice::Storage::ChangeRecord', foreign_key: :family_id, inverse_of: :family
    end
  end
end
