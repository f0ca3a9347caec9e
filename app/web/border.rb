# frozen_string_literal: true

module VastLattice
  module Web
    # What every request passes first and every answer last: only hosts that were asked for, no body that is too large, no
    # work for other sites, and the headers that keep browsers strict, for pages and shipped files alike.
    class Border
      # The policy of a page that may stand inside pages of +frames+.
      def self.policy(frames: [])
        "default-src 'self'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; connect-src 'self'; " \
          "object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors #{frames.empty? ? "'none'" : frames.join(' ')}"
      end

      POLICY = policy
      HEADERS = { 'content-security-policy' => POLICY, 'x-content-type-options' => 'nosniff', 'referrer-policy' => 'same-origin',
                  'cross-origin-resource-policy' => 'same-origin' }.freeze
      # Names under which the program may be asked, beside those that are given.
      HOSTS = %w[127.0.0.1 localhost ::1].freeze
      # Bytes of a body: a large spreadsheet.
      LARGEST_BODY = 26_000_000

      # +hosts+ are further names; nil for any.
      def initialize(app, hosts: [])
        @app = app
        @hosts = hosts && (HOSTS + hosts)
      end

      def call(env)
        request = Rack::Request.new(env)
        status, headers, body = refusal(request) || @app.call(env)
        [status, HEADERS.merge(headers), body]
      end

      private

      def refusal(request)
        return refuse(403, 'This host is not served here.') unless @hosts.nil? || @hosts.include?(host(request))
        return refuse(400, 'The address holds something that is no text.') unless readable?(request.path_info)
        return refuse(413, 'The request is larger than 25 MB.') if request.content_length.to_i > LARGEST_BODY

        refuse(403, 'Other sites cannot ask for this. Open it from the list of families.') if from_elsewhere?(request)
      end

      # Whether a path is text, with whole %-sequences.
      def readable?(path) = path.b.force_encoding('UTF-8').valid_encoding? && !path.b.match?(/%(?!\h\h)/n)

      def host(request) = request.get_header('HTTP_HOST').to_s[/\A(?:\[([^\]]+)\]|([^:]+))/].to_s.delete('[]').downcase

      # Pages of other sites may lead to the list of families, to published forms and configurations, and nowhere else; the API of
      # published forms looks itself at who asks.
      def from_elsewhere?(request)
        return false unless request.get_header('HTTP_SEC_FETCH_SITE') == 'cross-site'

        path = request.path_info
        return false if path.start_with?('/api/forms/')

        navigation = request.get? && request.get_header('HTTP_SEC_FETCH_MODE') == 'navigate'
        !(navigation && (['/', '/families', '/families/'].include?(path) || path.match?(%r{\A/(?:forms|configurations)/\w})))
      end

      def refuse(code, words)
        [code, { 'content-type' => 'application/json' }, [JSON.generate('error' => { 'message' => words })]]
      end
    end
  end
end
