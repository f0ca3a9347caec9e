# frozen_string_literal: true

module VastLattice
  module Storage
    # A spreadsheet that somebody is bringing in: its bytes, and where it stands. +owner+ is the session that began it.
    class ImportRecord < ActiveRecord::Base
      self.table_name = 'imports'
      belongs_to :family, class_name: 'VastLattice::Storage::FamilyRecord'

      scope :waiting, -> { where(status: 'waiting').order(:id) }
    end
  end
end
