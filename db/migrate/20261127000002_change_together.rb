# frozen_string_literal: true

# An edit may go through several documents: their entries in the history belong together, and are taken back together.
class ChangeTogether < ActiveRecord::Migration[7.2]
  def change
    change_table :changes do |t|
      t.string :together, limit: 36, comment: 'the same for all changes of one edit'
      t.index :together
    end
  end
end
