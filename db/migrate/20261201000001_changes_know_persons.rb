# frozen_string_literal: true

# Who changed something, or had something done, by what stays when a name does not.
class ChangesKnowPersons < ActiveRecord::Migration[7.2]
  def change
    %i[changes tasks].each { |table| add_column table, :person_id, :string, limit: 40 }
  end
end
