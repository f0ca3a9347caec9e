# frozen_string_literal: true

# What was found in documents of a digest, so that it need not be looked for again.
class CreateReviews < ActiveRecord::Migration[7.2]
  def change
    create_table :reviews, id: false do |t|
      t.string :digest, null: false, limit: 64, primary_key: true
      t.text :body, null: false, limit: 16.megabytes, comment: 'JSON'
      t.datetime :created_at, null: false
    end
  end
end
