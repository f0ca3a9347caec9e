# frozen_string_literal: true

# A task knows its place in the queue, which goes with it where nobody wants it any more.
class TasksKnowTheirJob < ActiveRecord::Migration[7.2]
  def change = add_column(:tasks, :job_id, :bigint)
end
