# frozen_string_literal: true

module VastLattice
  module Jobs
    # Makes files of an order, one after the other, as long as there are some that nobody is at: several workers do so at once. Between two
    # files it gives way to what persons wait for. Whatever is killed, what was made is made, and what was under way is begun again.
    class Generation < Kind
      # Whose tasks these are: nobody's.
      OWNER = 'files'
      # Workers that are told to make the files of one order.
      WORKERS = 2

      # Seconds that a worker is at it before it lets others come: less than after which it counts as dead (Jobs::DEAD).
      def self.sitting = 240

      # It is put off between two files alone.
      def self.gives_way? = true
      # Whoever is killed a hundred times has made files in between.
      def self.attempts = 100

      class << self
        # Tells workers to make what is waiting of an order of a Stored document.
        def begin(record, stored)
          record.increment!(:begun)
          WORKERS.times do |number|
            Queue.new.begin_unasked('generation', stored, owner: OWNER, token: "#{record.id} #{record.begun} #{number}")
          end
        end

        # Makes an order of a Stored document. Raises Error for what cannot be ordered.
        def order(stored, tree, person:)
          order = Generating::Order.read(tree)
          record = Storage::GenerationRecord.store(stored, order, Generating::Batch.new(stored.plan, order).items, person: person)
          self.begin(record, stored)
          record
        end

        def stop(record) = record.move('working', status: 'stopped')

        # Goes on with what was stopped or left, and tries once more what failed.
        def go_on(record, stored)
          record.files.where(status: 'failed').update_all(status: 'waiting', problem: nil, attempts: 0)
          put_back(record)
          record.move(['stopped', 'done', *('working' if left?(record))], status: 'working', finished_at: nil) && self.begin(record, stored)
        end

        # Whether nobody is at an order any more, though it is not over.
        def left?(record) = record.status == 'working' && tasks.where('token LIKE ?', "#{record.id} %").none?

        # Files that somebody was at who is not there any more wait again.
        def put_back(record)
          record.files.where(status: 'working').where.not(taken_by: tasks.select(:token)).update_all(status: 'waiting', taken_by: nil)
        end

        private

        # Of all orders, those that are not over.
        def tasks = Storage::TaskRecord.where(kind: 'generation', status: Storage::TaskRecord::OPEN)
      end

      # What is told of a file at which the program itself went wrong.
      FAULT = 'Something went wrong inside the program. Please tell whoever looks after Vast Lattice.'
      # These are no fault of a file.
      PASSED_ON = [ActiveRecord::ActiveRecordError, Progress::Cancelled, Progress::PutOff].freeze
      private_constant :FAULT, :PASSED_ON

      def result
        return too_old unless plan

        files.put_back(order, me)
        begun = now
        while order.working? && (file = taken)
          make(file)
          progress.at(0.5, 'making files')
          raise Progress::PutOff if now - begun > self.class.sitting
        end
        finish
        {}
      ensure
        # It takes much memory, and may not be wanted again for long.
        ExactSolids::Kernel.here.rest
      end

      private

      def files = Storage::GeneratedFileRecord
      def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      def me = task.token
      def order = @order ||= Storage::GenerationRecord.find(task.token.to_i)

      # The next file; at the end also what somebody left who is not there any more.
      def taken
        files.take(order, me) || begin
          Generation.put_back(order)
          files.take(order, me)
        end
      end

      # An order is of the version that it was made for.
      def batch = @batch ||= Generating::Batch.new(plan, Generating::Order.read(order.ordered), workshop: workshop)
      def plan = @plan ||= store.at(stored.slug, order.version)&.plan

      # That of the house.
      def workshop = Storage::HouseDocument.workshop(store.stores.of(Storage::HouseDocument))

      # The history does not reach back so far: it has to be ordered anew.
      def too_old
        files.where(generation_id: order.id, status: %w[waiting working])
             .update_all(status: 'failed', problem: 'The family has changed very much since. Make the files anew.')
        finish
        {}
      end

      def make(file)
        item = file.to_item
        key = batch.key(item)
        known = Storage::MadeFileRecord.known(key)
        return file.over('kept', key: key, sha256: known[0], bytes: known[1]) if known

        bytes = batch.write(item)
        if bytes.bytesize > Storage::MadeFileRecord::LARGEST
          raise Error.new('The file is too large to be kept.', remedy: 'Take it by itself.')
        end

        file.over('made', key: key, sha256: Storage::MadeFileRecord.keep(key, bytes), bytes: bytes.bytesize)
      rescue VastLattice::Error => e
        file.over('failed', key: key, problem: [e.message, e.remedy].compact.join(' ')[0, 500])
      rescue *PASSED_ON
        raise
      rescue StandardError => e
        Trouble.tell(e)
        file.over('failed', key: key, problem: FAULT)
      end

      # Over where nobody is at anything any more.
      def finish
        return if files.exists?(generation_id: order.id, status: %w[waiting working])

        order.move('working', status: 'done', finished_at: Time.now)
      end
    end
  end
end
