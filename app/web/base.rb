# frozen_string_literal: true

module VastLattice
  module Web
    # What every resource has in common: security headers, rights, error pages, and helpers.
    class Base < Sinatra::Base
      set :root, File.expand_path('..', __dir__)
      set :views, File.join(root, 'views')
      set :public_folder, File.join(Boot::ROOT, 'public')
      set :static, false
      set :sessions, false
      set :protection, false
      set :show_exceptions, false
      set :raise_errors, false
      set :host_authorization, permitted_hosts: ['127.0.0.1', 'localhost', '::1', 'example.org']
      set :erb, escape_html: true, trim: '-'

      POLICY = "default-src 'self'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; " \
               "connect-src 'self'; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"

      helpers Helpers

      before do
        headers 'content-security-policy' => POLICY, 'x-content-type-options' => 'nosniff', 'referrer-policy' => 'same-origin',
                'cache-control' => 'no-store'
        halt fail_page(400, nil, 'The address holds something that is no text.', 'Follow a link of the program.') unless readable_request?
        require_right(:edit) unless request.get? || request.head? || reading_only?
      end

      error(Storage::Missing, Sinatra::NotFound) { |e| fail_page(404, e.is_a?(VastLattice::Error) ? e : nil) }
      error(Storage::Stale) { |e| fail_page(409, e) }
      error(VastLattice::Error) { |e| fail_page(422, e) }
      error(Rights::Denied) { |e| fail_page(403, e) }

      error do |e|
        warn "#{e.class}: #{e.message}", *e.backtrace.first(12)
        fail_page(500, nil, 'Something went wrong inside the program. Nothing was changed.',
                  'Try again; the terminal of bin/start tells more.')
      end

      private

      # Whether all that the address says is text.
      def readable_request?
        readable?(Rack::Utils.unescape(request.path_info)) && readable?(params)
      end

      def readable?(given)
        case given
        when Hash then given.all? { |pair| readable?(pair) }
        when Array then given.all? { |item| readable?(item) }
        when String then given.dup.force_encoding('UTF-8').then { |text| text.valid_encoding? && !text.include?("\0") }
        else true
        end
      end

      # Resources whose writes only read, e.g. a preview, say so.
      def reading_only? = false

      def store = settings.store
      def role = session[:role] || Rights::DEFAULT
      def person = Rights::TITLES.fetch(role)

      def require_right(right)
        Rights.require(role, right)
      end

      def fail_page(code, error, message = nil, remedy = nil)
        status code
        @message = message || error&.message || 'There is no such page.'
        @remedy = remedy || error&.remedy
        @title = code == 404 ? 'Not here' : 'This did not work'
        erb :problem, layout: :layout
      end
    end
  end
end
