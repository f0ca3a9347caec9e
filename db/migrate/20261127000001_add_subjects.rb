# frozen_string_literal: true

# Documents of other kinds are about a family, and lists show something of them without reading them whole.
class AddSubjects < ActiveRecord::Migration[7.2]
  def change
    change_table :documents do |t|
      t.string :subject, limit: 80, comment: 'address of the family that it is about'
      t.json :about, comment: 'what lists show of it'
      t.index %i[kind subject]
    end
  end
end
