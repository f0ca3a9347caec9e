# frozen_string_literal: true

module VastLattice
  module Storage
    # One entry of a document's history: who, when, what, and the patch with everything before and after.
    class ChangeRecord < ActiveRecord::Base
      self.table_name = 'changes'
      attribute :patch, PlainJSON.new
      attribute :asked, PlainJSON.new

      # Edits that undo would take back, latest first.
      scope :undoable, -> { where(kind: 'edit', status: 'done').order(number: :desc) }
      # Edits that redo would bring back, next first.
      scope :redoable, -> { where(kind: 'edit', status: 'undone').order(:number) }

      # Edits that hold and asked something of those that use the document, first to last.
      scope :asking, -> { where(status: 'done').where.not(asked: nil).order(:number) }

      # What people are told of it.
      def told = slice('number', 'person', 'kind', 'summary')
    end
  end
end
