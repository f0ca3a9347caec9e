# frozen_string_literal: true

# Who made a document (a browser) and from where it was sent (a digest), from what it came (the address of a published form), and when it
# was looked at last.
class TellWhoseDocuments < ActiveRecord::Migration[7.2]
  def change
    change_table :documents do |t|
      t.string :maker, limit: 40
      t.string :sender, limit: 40
      t.string :origin, limit: 80
      t.datetime :used_at
      t.index %i[kind origin]
      t.index %i[kind maker]
      t.index %i[kind sender]
    end
  end
end
