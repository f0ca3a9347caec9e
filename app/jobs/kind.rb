# frozen_string_literal: true

module VastLattice
  module Jobs
    # Base of what can be done in the background; a new kind is one file and one name in KINDS.
    #
    #   class Weighing < Kind
    #     def result                             # called once by a worker; called anew after one was killed, so that it
    #       progress.at(0.1, 'reading')          # changes nothing but by what it gives
    #       { 'mass' => … }                      # plain form; VastLattice::Error is told to the person
    #     end
    #   end
    #
    # +task+ is the Storage::TaskRecord, +store+ a Storage::Store, +progress+ a Progress to tell how far it is.
    class Kind
      # Seconds of a processor that it may take, in a process of its own (Apart), or nil for what is worked out by the worker itself,
      # which remembers what it has compiled.
      def self.seconds = nil

      # How often whoever is at it may be killed before it is given up.
      def self.attempts = 3

      # Whether it is put off, and begun anew later, when a person's task waits.
      def self.gives_way? = false

      def initialize(task, store, progress)
        @task = task
        @store = store
        @progress = progress
      end

      private

      attr_reader :task, :store, :progress

      # The family that the task is about, Stored.
      def stored = @stored ||= store.find(task.document.slug)
    end
  end
end
