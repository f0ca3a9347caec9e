# frozen_string_literal: true

require 'delayed_job_active_record'

module VastLattice
  # Work in the background: tasks wait in the database, and a worker, which may run on another machine, works them out.
  module Jobs
    # Seconds after which a worker counts as dead, and its task is another's.
    DEAD = 600
    Delayed::Worker.max_run_time = DEAD

    # What can be done, by name: Kinds.
    KINDS = { 'import' => SheetImport, 'review' => Review, 'generation' => Generation }.freeze
  end
end
