# frozen_string_literal: true

require 'securerandom'

module VastLattice
  module Jobs
    # Where tasks wait for a worker, in the database: who has none waiting goes before who has one, and so on, so that
    # everybody has a turn before anybody has two.
    class Queue
      # Tasks that wait in all, and of one person; tasks that are kept.
      MOST_WAITING = 12
      MOST_OF_ONE = 3
      KEPT = 40
      # The place in the queue of what nobody asked for: behind what persons wait for.
      UNASKED = 10

      # More tasks wait than can.
      class Full < Error
        def initialize = super('Too many files wait to be read already.', remedy: 'Wait until one of them is done.')
      end

      # Whether a task of a person waits that no worker has taken.
      def self.persons_wait? = Delayed::Job.where(queue: 'persons', locked_at: nil).exists?

      # Puts a task of the program's own that is under way back to where it waits.
      def self.put_off(task)
        Storage::TaskRecord.transaction do
          next unless task.move('working', status: 'waiting', attempts: task.attempts)

          Delayed::Job.enqueue(Performing.new(task.id), priority: UNASKED, queue: 'program')
        end
      end

      # Puts a task into the queue, about a Stored family, for an owner; returns its token. Raises Full.
      def begin(kind, stored, owner:, about: {}, input: nil)
        task = Storage::TaskRecord.transaction do
          waiting = Storage::TaskRecord.waiting.where.not(owner: Review::OWNER)
          ahead = waiting.of(owner).count
          raise Full if waiting.count >= MOST_WAITING || ahead >= MOST_OF_ONE

          made = Storage::TaskRecord.create!(kind: kind, document_id: stored.record.id, version: stored.version, owner: owner, about: about,
                                             input: input, token: SecureRandom.hex(16))
          Delayed::Job.enqueue(Performing.new(made.id), priority: ahead, queue: 'persons')
          made
        end
        forget_old
        task.token
      end

      # Puts a task of the program's own into the queue, behind those of persons, unless it is there already; returns it.
      def begin_unasked(kind, stored, owner:, token:)
        task = Storage::TaskRecord.transaction do
          made = Storage::TaskRecord.create!(kind: kind, document_id: stored.record.id, version: stored.version, owner: owner, about: {},
                                             token: token)
          Delayed::Job.enqueue(Performing.new(made.id), priority: UNASKED, queue: 'program')
          made
        end
        forget_old
        task
      rescue ActiveRecord::RecordNotUnique
        Storage::TaskRecord.lean.find_by(token: token)
      end

      # The task of that token, family and owner, or nil; without what is large.
      def find(slug, token, owner:)
        there = Storage::TaskRecord.lean.joins(:document).where(documents: { slug: slug, removed_at: nil })
        there.find_by(token: token, owner: owner)
      end

      # Ends a task that nobody wants any more; a worker that is at it stops.
      def cancel(task) = task.move(Storage::TaskRecord::OPEN, status: 'cancelled', input: nil)

      # What came of a task has been taken: it is over.
      def forget(task) = Storage::TaskRecord.where(id: task.id).delete_all

      private

      def forget_old
        old = Storage::TaskRecord.order(id: :desc).offset(KEPT).pluck(:id)
        Storage::TaskRecord.where(id: old).delete_all if old.any?
      end
    end
  end
end
