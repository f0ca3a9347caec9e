# frozen_string_literal: true

# Work in the background: what is to be done and what came of it (tasks), and the queue of delayed_job. Imports that waited
# in a table of their own are tasks now; of those that wait while the program is renewed none is kept.
class CreateTasks < ActiveRecord::Migration[7.2]
  def change
    drop_table :imports, if_exists: true
    create_table :tasks do |t|
      t.references :family, null: false, foreign_key: { on_delete: :cascade }
      t.string :token, null: false, limit: 40, index: { unique: true }
      t.string :kind, null: false, limit: 40
      t.string :owner, null: false, limit: 40, index: true
      t.integer :version, null: false
      t.text :about, null: false, comment: 'JSON'
      t.binary :input, limit: 64.megabytes
      t.string :status, null: false, limit: 10, default: 'waiting', comment: 'waiting, working, done, refused or cancelled'
      t.float :share, null: false, default: 0.0
      t.string :doing, null: false, limit: 80, default: 'waiting'
      t.integer :attempts, null: false, default: 0
      t.text :result, limit: 256.megabytes, comment: 'JSON'
      t.datetime :created_at, null: false
    end
    create_queue
  end

  private

  # As delayed_job wants it.
  def create_queue
    create_table :delayed_jobs do |t|
      t.integer :priority, default: 0, null: false
      t.integer :attempts, default: 0, null: false
      t.text :handler, null: false
      t.text :last_error
      t.datetime :run_at
      t.datetime :locked_at
      t.datetime :failed_at
      t.string :locked_by
      t.string :queue
      t.timestamps null: true
      t.index %i[priority run_at]
    end
  end
end
