# frozen_string_literal: true

require 'excon'

module VastLattice
  module Serving
    # A process of its own that answers the requests which take long, so that those that serve pages never wait for them: it
    # serves the same application (Web.serve_workshop) at a socket that only this user can reach. Here is who asks it.
    class Workshop
      # Seconds between two looks at whether the client still waits.
      LOOK = 0.25
      # Seconds that an answer may take; the workshop itself gives up what takes longer than a request may (HeavyWork).
      LONGEST = 600
      # Headers that concern a connection, not an answer.
      OWN = %w[connection transfer-encoding content-length].freeze

      # It is not there, or ended while it worked.
      class Gone < Error
        def initialize = super('The work could not be finished.', remedy: 'Try again in a moment.')
      end

      # +path+ is that of its socket.
      def initialize(path)
        @path = path
      end

      # Answers a request that only reads, as a Rack application does. Raises Gone, or HeavyWork::Abandoned where its client has left.
      def call(env)
        connection = Excon.new('unix:///', socket: @path, read_timeout: LONGEST)
        asking = Thread.new { connection.request(asked(env)) }.tap { |thread| thread.report_on_exception = false }
        wait(asking, env['puma.socket'])
        answer(asking.value)
      rescue Excon::Error
        raise Gone
      ensure
        # Whoever works there for a client that has left sees that nobody waits.
        asking&.kill
        connection&.reset
      end

      private

      # What may be handed on has no body.
      def asked(env)
        request = Rack::Request.new(env)
        { method: request.request_method, path: request.fullpath, headers: headers(env, request) }
      end

      # Who asks is another than the one that hands on, and may have come by the door.
      def headers(env, request)
        named = env.select { |key, _| key.start_with?('HTTP_') && key != 'HTTP_CONNECTION' }
        named = named.transform_keys { |key| key.delete_prefix('HTTP_').tr('_', '-') }
        named.merge('X-Forwarded-For' => request.ip.to_s, **(Web::Door.there?(env) ? { Web::Door::HEADER => 'yes' } : {}))
      end

      def wait(asking, client)
        until asking.join(LOOK)
          raise HeavyWork::Abandoned if HeavyWork.gone?(client)
        end
      end

      # An answer to HEAD says how long its body would be, and has none.
      def answer(response)
        [response.status, response.headers.to_h.transform_keys(&:downcase).except(*OWN), [response.body.to_s]]
      end
    end
  end
end
