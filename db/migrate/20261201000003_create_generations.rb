# frozen_string_literal: true

# Files of all variants: what was ordered, each of its files, and the bytes, once for all that is made from the same.
class CreateGenerations < ActiveRecord::Migration[7.2]
  def change
    create_table :generations do |t|
      t.references :document, null: false, foreign_key: { on_delete: :cascade }
      t.string :person_id, null: false, limit: 40
      t.integer :version, null: false
      t.string :digest, null: false, limit: 64
      t.text :ordered, null: false, limit: 16.megabytes, comment: 'JSON'
      t.string :status, null: false, limit: 10, default: 'working', comment: 'working, done or stopped'
      t.integer :begun, null: false, default: 0, comment: 'how often workers were told'
      t.datetime :created_at, null: false
      t.datetime :finished_at
    end
    create_files
    create_table :made_files, id: false do |t|
      t.string :key, null: false, limit: 64, primary_key: true
      t.string :sha256, null: false, limit: 64
      t.binary :content, null: false, limit: 64.megabytes
      t.datetime :created_at, null: false, index: true
    end
  end

  private

  def create_files
    create_table :generated_files do |t|
      t.references :generation, null: false, foreign_key: { on_delete: :cascade }
      t.string :name, null: false, limit: 160
      t.text :item, null: false, comment: 'JSON'
      t.string :status, null: false, limit: 10, default: 'waiting', comment: 'waiting, working, made, kept or failed'
      t.string :taken_by, limit: 60
      t.integer :attempts, null: false, default: 0
      t.string :key, limit: 64
      t.string :sha256, limit: 64
      t.integer :bytes
      t.string :problem, limit: 500
      t.index %i[generation_id status]
      t.index :key
    end
  end
end
