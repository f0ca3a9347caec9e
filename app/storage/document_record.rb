# frozen_string_literal: true

module VastLattice
  module Storage
    # A stored document of some kind. +version+ counts its changes; +body+ holds what belongs to no element; +digest+ stands
    # for all that it says.
    class DocumentRecord < ActiveRecord::Base
      self.table_name = 'documents'
      attribute :body, PlainJSON.new
      attribute :about, PlainJSON.new
      # What is large is read only where it is needed.
      LARGE = %w[body].freeze
      # Documents that are not removed.
      scope :present, -> { where(removed_at: nil) }
      scope :lean, -> { select(*(column_names - LARGE)) }
      # Whose name, address or about holds a text.
      scope :holding, lambda { |text|
        # As a text, whatever the column holds.
        like = Arel::Nodes.build_quoted("%#{sanitize_sql_like(text)}%")
        %i[name slug about].map { |column| arel_table[column].matches(like) }.reduce(:or).then { |any| where(any) }
      }
      scope :of_kind, ->(kind) { where(kind: kind.name) }

      # That of a kind (its name) and title, or nil: of several, that which was stored first.
      def self.called(kind, title) = present.where(kind: kind, name: title).order(:id).first
    end
  end
end
