# frozen_string_literal: true

# Families become one kind of document, and all elements stand in one table: what other kinds of documents are made of will
# stand there, too. +uses+ says which document uses which. The digest of a document stands for what it says.
class CreateDocuments < ActiveRecord::Migration[7.2]
  # Kinds of elements with the tables in which they stood.
  MOVED = { 'parameter' => 'parameters', 'part' => 'parts', 'feature' => 'features', 'table' => 'variant_tables', 'row' => 'variant_rows',
            'rule' => 'rules', 'rule_table' => 'rule_tables', 'form' => 'forms' }.freeze

  def up
    rename_table :families, :documents
    add_column :documents, :kind, :string, null: false, limit: 40, default: 'family', after: :id
    add_column :documents, :digest, :string, limit: 64, comment: 'of what it says; none: not known yet'
    %i[changes tasks].each { |table| rename_column table, :family_id, :document_id }
    create_elements
    MOVED.each { |kind, table| move(kind, table) }
    create_uses
  end

  def down = raise(ActiveRecord::IrreversibleMigration)

  private

  def create_elements
    create_table :elements do |t|
      t.references :document, null: false, foreign_key: { on_delete: :cascade }, index: false
      t.string :kind, null: false, limit: 40
      t.string :owner, null: false, limit: 120, default: '', collation: 'utf8mb4_bin'
      t.string :name, null: false, limit: 120, collation: 'utf8mb4_bin'
      t.integer :position, null: false
      t.json :body, null: false
      t.index %i[document_id kind owner name], unique: true
    end
  end

  def move(kind, table)
    execute('INSERT INTO elements (document_id, kind, owner, name, position, body) ' \
            "SELECT family_id, #{quote(kind)}, owner, name, position, body FROM #{quote_table_name(table)}")
    drop_table table
  end

  def create_uses
    create_table :uses do |t|
      t.references :user, null: false, foreign_key: { to_table: :documents, on_delete: :cascade }, index: false
      t.references :used, null: false, foreign_key: { to_table: :documents }
      t.index %i[user_id used_id], unique: true
    end
  end
end
