# frozen_string_literal: true

# Families, what they are made of, and the history of their changes. Names are compared byte by byte
# here; that they differ in more than case is the core's rule.
class CreateFamilies < ActiveRecord::Migration[7.2]
  ELEMENTS = { parameters: nil, parts: nil, features: :part, variant_tables: nil, variant_rows: :variant_table,
               rules: nil, forms: nil }.freeze

  def change
    create_families
    ELEMENTS.each { |table, owner| create_elements(table, owner) }
    create_changes
  end

  private

  def create_families
    create_table :families do |t|
      t.string :slug, null: false, limit: 80, index: { unique: true }
      t.string :name, null: false, limit: 120
      t.json :body, null: false
      t.integer :version, null: false, default: 1
      t.timestamps
    end
  end

  # One row per element: its name among its siblings, its position, and the rest of its plain form.
  def create_elements(table, owner)
    create_table table do |t|
      t.references :family, null: false, foreign_key: { on_delete: :cascade }, index: false
      t.string :owner, null: false, limit: 120, default: '', collation: 'utf8mb4_bin', comment: "name of the #{owner || 'family: empty'}"
      t.string :name, null: false, limit: 120, collation: 'utf8mb4_bin'
      t.integer :position, null: false
      t.json :body, null: false
      t.index %i[family_id owner name], unique: true
    end
  end

  def create_changes
    create_table :changes do |t|
      t.references :family, null: false, foreign_key: { on_delete: :cascade }
      t.integer :number, null: false
      t.string :person, null: false, limit: 80
      t.string :kind, null: false, limit: 10, comment: 'edit, undo or redo'
      t.string :status, null: false, limit: 10, default: 'done', comment: 'done, undone or dropped'
      t.text :summary, null: false
      t.json :patch, null: false
      t.datetime :created_at, null: false
      t.index %i[family_id number], unique: true
    end
  end
end
