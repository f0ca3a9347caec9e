# frozen_string_literal: true

# Rule tables, one record each, like the other elements of a family.
class CreateRuleTables < ActiveRecord::Migration[7.2]
  def change
    create_table :rule_tables do |t|
      t.references :family, null: false, foreign_key: { on_delete: :cascade }, index: false
      t.string :owner, null: false, limit: 120, default: '', collation: 'utf8mb4_bin'
      t.string :name, null: false, limit: 120, collation: 'utf8mb4_bin'
      t.integer :position, null: false
      t.json :body, null: false
      t.index %i[family_id owner name], unique: true
    end
  end
end
