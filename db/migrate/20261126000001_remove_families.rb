# frozen_string_literal: true

# Families that were removed stay until they are brought back; imports wait in a table of their own, so that a restart
# loses none.
class RemoveFamilies < ActiveRecord::Migration[7.2]
  def change
    add_column :families, :removed_at, :datetime
    create_table :imports do |t|
      t.references :family, null: false, foreign_key: { on_delete: :cascade }
      t.string :token, null: false, limit: 40, index: { unique: true }
      t.string :owner, null: false, limit: 40
      t.integer :version, null: false
      t.string :file, null: false, limit: 200
      t.string :table_name, limit: 120
      t.string :status, null: false, limit: 10, default: 'waiting', comment: 'waiting, read, refused or taken'
      t.binary :bytes, null: false, limit: 64.megabytes
      t.datetime :created_at, null: false
    end
  end
end
