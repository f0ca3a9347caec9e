# frozen_string_literal: true

require 'io/wait'

module VastLattice
  module Serving
    # Lets requests that turn out to take long be answered elsewhere (HandingOn), or else one after the other, slowly enough that
    # everybody else is served meanwhile, and ends them when nobody waits for their answer any more, or when they take more than
    # any request may. Quick ones never notice. What changes something is never given up: it may have changed it already.
    class HeavyWork
      # What is thrown where a request may go elsewhere, which its environment says; and what there asks for an address, where
      # there is somebody to ask.
      ELSEWHERE = :lattice_elsewhere
      MAY_GO = 'lattice.may_go'
      ASK = 'lattice.ask'
      # Whether a request changes nothing, whatever its method.
      READS = 'lattice.reads'
      READING = %w[GET HEAD].freeze
      # Calls after which a request goes elsewhere: a third of a second.
      LONG = 3
      # Calls after which it is given up: half a minute.
      MOST = 300
      # One at a time: Ruby would only do them by turns.
      GATE = Mutex.new
      # Requests that wait for their turn; more are refused.
      MOST_WAITING = 5
      # Slices of time of a thread at it are a small part of those of others.
      PRIORITY = -6

      # More shapes are waited for than can be.
      class Busy < Error
        def initialize
          super('Several large shapes are being worked out already.', remedy: 'Try again in a moment.')
        end
      end

      # It takes more than a request may.
      class TooLong < Error
        def initialize = super('The answer would take too long.', remedy: 'Ask for less at once, or make the family simpler.')
      end

      # Nobody waits for the answer any more.
      class Abandoned < Error
        def initialize = super('The request was given up.')
      end

      @waiting = 0
      @lock = Mutex.new

      class << self
        # Works out the block with an eye on how long it takes. +env+ is that of the request; what it says of its client
        # ('puma.socket') and of MAY_GO counts.
        def watched(env = {}, &)
          work = new(env)
          Watch.by(work, &)
        ensure
          work.finish
        end

        # How many wait for their turn.
        def waiting = @lock.synchronize { @waiting }

        # Waits for the turn. Raises Busy.
        def enter
          @lock.synchronize { (@waiting += 1) > MOST_WAITING ? raise(Busy) : nil }
          GATE.lock
        ensure
          @lock.synchronize { @waiting -= 1 }
        end

        # Whether a client has closed its connection: it can be read from, and there is nothing to read.
        def gone?(socket)
          io = socket&.to_io or return false
          return false unless io.wait_readable(0)

          io.recv_nonblock(1, Socket::MSG_PEEK).to_s.empty?
        rescue IO::WaitReadable
          false
        rescue SystemCallError, IOError
          true
        end
      end

      def initialize(env)
        @env = env
        @entered = false
        @calls = 0
      end

      # Called by Watch every now and then.
      def call
        @calls += 1
        return throw_long if @env[MAY_GO]

        reads? ? read_on : Thread.current.priority = PRIORITY
        Thread.pass
      end

      def finish
        Thread.current.priority = 0 if @calls.positive?
        GATE.unlock if @entered
      end

      private

      def reads? = @env[READS] || READING.include?(@env['REQUEST_METHOD'] || 'GET')
      def throw_long = @calls >= LONG && throw(ELSEWHERE)

      def read_on
        raise Abandoned if HeavyWork.gone?(@env['puma.socket'])
        raise TooLong if @calls > MOST

        enter unless @entered
      end

      def enter
        HeavyWork.enter
        @entered = true
        Thread.current.priority = PRIORITY
        raise Abandoned if HeavyWork.gone?(@env['puma.socket'])
      end
    end
  end
end
