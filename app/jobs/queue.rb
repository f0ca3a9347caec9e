# frozen_string_literal: true

require 'securerandom'

module VastLattice
  module Jobs
    # Where tasks wait for a worker, in the database: who has none waiting goes before who has one, and so on, so that
    # everybody has a turn before anybody has two.
    class Queue
      # Tasks that wait in all, and of one person; tasks that are kept of one person, and seconds for which they are.
      MOST_WAITING = 12
      MOST_OF_ONE = 3
      KEPT = 10
      KEPT_FOR = 24 * 3600
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

          enqueue(task, priority: UNASKED, queue: 'program')
        end
      end

      # The task knows its place in the queue, so that neither is left without the other.
      def self.enqueue(task, **place)
        job = Delayed::Job.enqueue(Performing.new(task.id), **place)
        Storage::TaskRecord.where(id: task.id).update_all(job_id: job.id)
        task
      end

      # Puts a task into the queue, about a Stored family, for an owner (a session) and by a person; returns its token. Raises Full.
      def begin(kind, stored, owner:, person:, about: {}, input: nil)
        task = Storage::TaskRecord.transaction do
          waiting = Storage::TaskRecord.waiting.where.not(owner: Review::OWNER)
          ahead = waiting.of(owner).count
          raise Full if waiting.count >= MOST_WAITING || ahead >= MOST_OF_ONE

          made = Storage::TaskRecord.create!(kind: kind, document_id: stored.record.id, version: stored.version, owner: owner, about: about,
                                             person_id: Person[person].id, input: input, token: SecureRandom.hex(16))
          enqueue(made, priority: ahead, queue: 'persons')
        end
        forget_old(owner)
        task.token
      end

      # Puts a task of the program's own into the queue, behind those of persons, unless it is there already; returns it.
      def begin_unasked(kind, stored, owner:, token:)
        task = Storage::TaskRecord.transaction do
          made = Storage::TaskRecord.create!(kind: kind, document_id: stored.record.id, version: stored.version, owner: owner, about: {},
                                             token: token)
          enqueue(made, priority: UNASKED, queue: 'program')
        end
        forget_old(owner)
        task
      rescue ActiveRecord::RecordNotUnique
        Storage::TaskRecord.lean.find_by(token: token)
      end

      # The task of that token, family and owner, or nil; without what is large.
      def find(slug, token, owner:)
        there = Storage::TaskRecord.lean.joins(:document).where(documents: { slug: slug, removed_at: nil })
        there.find_by(token: token, owner: owner)
      end

      # Ends a task that nobody wants any more; a worker that is at it stops, and one that waits is taken out of the queue.
      def cancel(task)
        Delayed::Job.where(id: task.job_id, locked_at: nil).delete_all if task.job_id
        task.move(Storage::TaskRecord::OPEN, status: 'cancelled', input: nil)
      end

      # What came of a task has been taken: it is over.
      def forget(task) = Storage::TaskRecord.where(id: task.id).delete_all

      private

      def enqueue(task, **place) = Queue.enqueue(task, **place)

      # Of the same owner those that came before his latest, and all that nobody has asked for in a day.
      def forget_old(owner)
        over = Storage::TaskRecord.where.not(status: Storage::TaskRecord::OPEN)
        old = over.of(owner).order(id: :desc).offset(KEPT).pluck(:id)
        over.where(id: old).or(over.where('created_at < ?', Time.now - KEPT_FOR)).delete_all
      end
    end
  end
end
