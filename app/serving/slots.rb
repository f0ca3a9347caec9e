# frozen_string_literal: true

require 'tmpdir'

module VastLattice
  module Serving
    # So many at once on this machine, whichever of its processes asks: each holds a lock on a file of a folder that they share, which
    # goes with the process. Others wait for a while, not too many of them, and few of one person.
    class Slots
      # More wait than can.
      class Taken < Error
        def initialize(what) = super("#{what} just now.", remedy: 'Try again in a moment.')
      end

      # Seconds between two looks for a free one, and how long one looks.
      LOOK = 0.03
      PATIENCE = 12
      # Who waits in one process.
      MOST_WAITING = 4

      class << self
        attr_writer :folder

        # Where the locks are: one folder for all processes that belong together.
        def folder = @folder ||= Dir.mktmpdir('lattice-slots').tap { |made| at_exit { FileUtils.rm_rf(made) } }
      end

      # +name+ tells several apart, +what+ says in words what is being done; +most+ at once, so many +of_one+ person at work or waiting.
      def initialize(name, what, most, waiting: MOST_WAITING, of_one: 100, patience: PATIENCE)
        @name = name
        @what = what
        @most = most
        @most_waiting = waiting
        @most_of_one = of_one
        @patience = patience
        @waiting = 0
        @asking = Hash.new(0)
        @lock = Mutex.new
      end

      # Calls the block when there is room, on behalf of a +person+. Raises Taken.
      def take(person = nil)
        asking(person) do
          slot = enter
          begin
            yield
          ensure
            slot.close
          end
        end
      end

      private

      def asking(person)
        @lock.synchronize { @asking[person] < @most_of_one ? @asking[person] += 1 : raise(Taken, @what) }
        begin
          yield
        ensure
          @lock.synchronize { (@asking[person] -= 1).zero? && @asking.delete(person) }
        end
      end

      def enter
        @lock.synchronize { @waiting < @most_waiting ? @waiting += 1 : raise(Taken, @what) }
        begin
          wait
        ensure
          @lock.synchronize { @waiting -= 1 }
        end
      end

      def wait
        ends = now + @patience
        loop do
          slot = free and return slot
          raise Taken, @what if now > ends

          sleep LOOK
        end
      end

      # A file with its lock, or nil.
      def free
        @most.times do |number|
          file = File.new(File.join(Slots.folder, "#{@name}-#{number}"), File::RDWR | File::CREAT, 0o600)
          return file if file.flock(File::LOCK_EX | File::LOCK_NB)

          file.close
        end
        nil
      end

      def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    end
  end
end
