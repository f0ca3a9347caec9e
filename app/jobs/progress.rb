# frozen_string_literal: true

module VastLattice
  module Jobs
    # Tells how far a task is, now and then, and finds out whether anybody still wants it.
    class Progress
      # Seconds between two words.
      PAUSE = 0.2

      # Nobody wants it any more.
      class Cancelled < StandardError; end

      # Somebody waits for something else.
      class PutOff < StandardError; end

      # +gives_way+ whether it is put off where persons wait.
      def initialize(task, gives_way: false)
        @task = task
        @gives_way = gives_way
        @doing = task.doing
        @said = -Float::INFINITY
      end

      # +share+ from 0 to 1; +doing+ in words, as it was unless given. Raises Cancelled or PutOff.
      def at(share, doing = nil)
        fresh = doing && doing != @doing
        @doing = doing if doing
        return if !fresh && now - @said < PAUSE

        @said = now
        told = Storage::TaskRecord.where(id: @task.id, status: 'working').update_all(share: share, doing: @doing)
        raise Cancelled if told.zero? && !under_way?
        raise PutOff if @gives_way && Queue.persons_wait?
      end

      private

      # What is told as it was changes no row either.
      def under_way? = Storage::TaskRecord.exists?(id: @task.id, status: 'working')

      def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    end
  end
end
