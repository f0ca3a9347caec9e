# frozen_string_literal: true

require 'net/http'
require 'socket'

module VastLattice
  module Web
    # A process of its own that answers the requests which take long, so that those that serve pages never wait for them: it
    # serves the same application (Web.serve_workshop) at a socket that only this user can reach. Here is who asks it.
    class Workshop
      # Seconds between two looks at whether the client still waits.
      LOOK = 0.25
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
        UNIXSocket.open(@path) do |socket|
          stream = Net::BufferedIO.new(socket, read_timeout: nil)
          ask(env, stream)
          wait(socket, env['puma.socket'])
          answer(stream, body: env['REQUEST_METHOD'] != 'HEAD')
        end
      rescue SystemCallError, IOError, Net::HTTPBadResponse
        raise Gone
      end

      private

      # What may be handed on has no body.
      def ask(env, stream)
        request = Rack::Request.new(env)
        Net::HTTPGenericRequest.new(request.request_method, false, !request.head?, request.fullpath, headers(env))
                               .exec(stream, '1.1', request.fullpath)
      end

      def headers(env)
        named = env.select { |key, _| key.start_with?('HTTP_') && key != 'HTTP_CONNECTION' }
        named = named.transform_keys { |key| key.delete_prefix('HTTP_').tr('_', '-') }
        # Who asks is another than the one that hands on.
        named['X-Forwarded-For'] = Rack::Request.new(env).ip.to_s
        Door.there?(env) ? named.merge(Door::HEADER => 'yes') : named
      end

      def wait(socket, client)
        until socket.wait_readable(LOOK)
          raise HeavyWork::Abandoned if HeavyWork.gone?(client)
        end
      end

      # An answer to HEAD says how long its body would be, and has none.
      def answer(stream, body:)
        response = Net::HTTPResponse.read_new(stream)
        response.reading_body(stream, body) { response.read_body }
        headers = response.to_hash.except(*OWN).transform_values { |values| values.size == 1 ? values.first : values }
        [response.code.to_i, headers, [response.body.to_s]]
      end
    end
  end
end
