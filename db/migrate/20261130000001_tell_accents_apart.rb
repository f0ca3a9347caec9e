# frozen_string_literal: true

# Names that differ in accents are different names; letters that differ in case alone are not.
class TellAccentsApart < ActiveRecord::Migration[7.2]
  def up = change_column(:documents, :name, :string, null: false, limit: 120, collation: 'utf8mb4_uca1400_as_ci')
  def down = change_column(:documents, :name, :string, null: false, limit: 120, collation: 'utf8mb4_unicode_ci')
end
