# frozen_string_literal: true

module VastLattice
  module Jobs
    # What the queue of delayed_job holds of a task: its number. Works it out once, whoever begins: a task that is over is
    # left alone, and what comes of one is written only while it is under way.
    class Performing < Struct.new(:task_id)
      FAILED = { 'message' => 'Something went wrong inside the program. Nothing was changed.',
                 'remedy' => 'Try again. If it happens again, please tell whoever looks after Vast Lattice.' }.freeze
      GIVEN_UP = { 'message' => 'The program that worked on it ended several times.', 'remedy' => 'Try again with a smaller file.' }.freeze
      private_constant :FAILED, :GIVEN_UP

      def perform
        task = Storage::TaskRecord.find_by(id: task_id)
        return if task.nil? || task.over?
        return refuse(task, GIVEN_UP) if task.attempts >= KINDS.fetch(task.kind).attempts

        task.move(Storage::TaskRecord::OPEN, status: 'working', attempts: task.attempts + 1)
        work(task)
      rescue Progress::Cancelled
        nil
      end

      # A worker may be killed, and a database be away, so many times.
      def max_attempts = 3

      # It is tried again a second later.
      def reschedule_at(now, _attempts) = now + 1

      # Called by delayed_job when it has failed as often as it may.
      def failure(_job)
        task = Storage::TaskRecord.find_by(id: task_id)
        refuse(task, FAILED) if task
      end

      private

      def work(task)
        kind = KINDS.fetch(task.kind)
        done = kind.new(task, Worker.store, Progress.new(task, gives_way: kind.gives_way?))
        finish(task, 'done', kind.seconds ? apart(task, kind, done) : done.result)
      rescue Progress::PutOff
        Queue.put_off(task)
      rescue Progress::Cancelled, Apart::Unwanted
        nil
      rescue Apart::Ended => e
        # What was killed is tried again; a mistake of the program has been told.
        e.killed? ? raise : refuse(task, FAILED)
      rescue ActiveRecord::ActiveRecordError
        raise
      rescue VastLattice::Error => e
        finish(task, 'refused', e.to_tree)
      rescue StandardError => e
        Trouble.tell(e)
        refuse(task, FAILED)
      end

      # In a process of its own, which ends where nobody wants it any more. Where that is killed, or the database is away from it, the
      # task is tried again.
      def apart(task, kind, done)
        wanted = -> { Storage::TaskRecord.exists?(id: task.id, status: 'working') }
        said = Apart.value('The file', kind.seconds, wanted: wanted) { told { done.result } }
        raise Progress::Cancelled if said['cancelled']

        said['result'] || raise(ActiveRecord::ConnectionFailed, said['away'])
      end

      # In that process: what came of it, in plain form.
      def told
        { 'result' => yield }
      rescue Progress::Cancelled
        { 'cancelled' => true }
      rescue ActiveRecord::ActiveRecordError => e
        { 'away' => e.message[0, 200] }
      end

      def refuse(task, words) = finish(task, 'refused', words)
      def finish(task, status, result) = task.move(Storage::TaskRecord::OPEN, status: status, share: 1.0, result: result, input: nil)
    end
  end
end
