# frozen_string_literal: true

require 'delayed_job_active_record'

module VastLattice
  module Jobs
    # Works through the queue until it is told to stop: one task at a time. bin/start keeps one alive; bin/worker starts more,
    # also on other machines that reach the database.
    class Worker
      # Seconds between two looks into an empty queue.
      PAUSE = 0.1

      class << self
        attr_writer :store

        # Where tasks find families: plans are kept from one to the next. Where the site is in the same program, its store.
        def store = @store ||= Storage::Store.new
      end

      # +name+ tells workers apart. One that is started again under the name of one that was killed goes on with its task at
      # once; other workers wait until it counts as dead.
      def initialize(name: nil)
        @worker = Delayed::Worker.new(quiet: true)
        @worker.name = name if name
      end

      # Works until it is told to stop; while the database is away it waits.
      def run
        until @worker.stop?
          sleep PAUSE if work.zero?
          ActiveRecord::Base.connection_handler.clear_active_connections!
        end
      end

      # Ends it after the task that it is at.
      def stop = @worker.stop

      private

      # Number of tasks done. Where the database fails in the middle of taking a task or of crossing it off, the worker goes on;
      # what is not crossed off is done once all the same.
      def work
        done = @worker.work_off(1).sum
        (done.zero? ? followers.some : done).tap { @told = nil }
      rescue Delayed::FatalBackendError, StandardError => e
        tell("#{e.class}: #{e.message.lines.first}")
        0
      end

      def followers = @followers ||= Followers.new(Worker.store.stores)

      # Once for each trouble, not at every look.
      def tell(trouble)
        warn trouble unless trouble == @told
        @told = trouble
      end
    end
  end
end
