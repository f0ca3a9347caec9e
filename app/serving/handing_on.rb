# frozen_string_literal: true

module VastLattice
  module Serving
    # Hands on to the Workshop what turns out to take long (HeavyWork throws). Outermost, so that the request begins there as
    # it came. Where the workshop does not answer, all is done here.
    class HandingOn
      # What takes long as a rule goes to the workshop at once.
      LONG = %r{\A/api/(?:forms/[^/]+|families/[^/]+/forms/[^/]+)/proposals\z}
      # Nobody reads it: the client has left.
      NOBODY = [503, {}, []].freeze

      # Seconds in which what went to the workshop goes there at once when it is asked for again, and how much is remembered.
      FRESH = 60
      REMEMBERED = 200
      # As many that wait here may find fewer before them in another process.
      CROWD = 10

      def initialize(app, workshop)
        @app = app
        @workshop = workshop
        @turns = Turns.new
        @gone = Memo.new(REMEMBERED)
      end

      def call(env)
        # Puma closes the connection after the answer, and the next one comes wherever it is taken first.
        env['HTTP_CONNECTION'] = 'close' if @turns.waiting >= CROWD
        answer = begun_here(env) unless known_to_go?(env)
        answer || @workshop.call(env)
      rescue HeavyWork::Abandoned
        NOBODY
      rescue Workshop::Gone
        @turns.take { @app.call(env) }
      end

      private

      # The answer, or nil where it takes long.
      def begun_here(env)
        answer = nil
        given = env.merge(HeavyWork::MAY_GO => reading?(env), HeavyWork::ASK => ->(address) { ask(env, address) })
        catch(HeavyWork::ELSEWHERE) { answer = @turns.take(pressing: !reading?(env)) { @app.call(given) } }
        @gone.keep(env['PATH_INFO'], now) unless answer
        answer
      end

      # The body of what the workshop answers to an address on behalf of a request, while others have their turn; nil where it
      # does not.
      def ask(env, address)
        path, query = address.split('?', 2)
        asking = env.merge('REQUEST_METHOD' => 'GET', 'SCRIPT_NAME' => '', 'PATH_INFO' => path, 'QUERY_STRING' => query.to_s,
                           'HTTP_ACCEPT_ENCODING' => 'identity')
        status, _, body = Turns.aside { @workshop.call(asking) }
        body.join if status == 200
      rescue Workshop::Gone
        nil
      end

      def known_to_go?(env)
        path = env['PATH_INFO']
        reading?(env) && (path.b.match?(LONG) || @gone[path]&.then { |since| now - since < FRESH })
      end

      def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      # Requests that change nothing may be begun twice.
      def reading?(env) = HeavyWork::READING.include?(env['REQUEST_METHOD'])
    end
  end
end
