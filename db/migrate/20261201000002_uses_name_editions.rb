# frozen_string_literal: true

# Which edition of a document another one uses, and which it has followed; what was asked for in a change, so that it can be followed later.
class UsesNameEditions < ActiveRecord::Migration[7.2]
  def up
    change_table :uses, bulk: true do |t|
      t.string :called, limit: 120, comment: 'the name by which it is used'
      t.integer :edition, null: false, default: 0, comment: 'version that is used; 0: the newest'
      t.integer :taken, comment: 'version that the user has followed; nothing: the newest'
      t.integer :refused, comment: 'version that the user cannot follow'
      t.text :reason, comment: 'why not'
      t.index %i[user_id used_id edition], unique: true
      t.remove_index %i[user_id used_id]
    end
    add_column :changes, :asked, :json, comment: 'edits, in plain form, for those who follow later'
    execute('UPDATE uses JOIN documents ON documents.id = uses.used_id SET taken = documents.version, called = documents.name')
  end

  def down = raise(ActiveRecord::IrreversibleMigration)
end
