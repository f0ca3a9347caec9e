# frozen_string_literal: true

module VastLattice
  module Web
    # What every resource has in common: security headers, rights, error pages, and helpers.
    class Base < Sinatra::Base
      # Not as Sinatra is told by the environment: in development it compiles every template anew for every request.
      set :environment, :production
      set :root, File.expand_path('..', __dir__)
      set :views, File.join(root, 'views')
      set :public_folder, File.join(Boot::ROOT, 'public')
      set :static, false
      set :sessions, false
      set :protection, false
      set :show_exceptions, false
      set :raise_errors, false
      # Told by the handlers below, without traces.
      set :dump_errors, false
      # The Border looks at hosts.
      set :host_authorization, permitted_hosts: []
      set :erb, escape_html: true, trim: '-'

      helpers Helpers

      before do
        headers 'cache-control' => 'no-store'
        halt fail_page(400, nil, 'The address holds something that is no text.', 'Follow a link of the program.') unless readable_request?
        require_right(:edit) unless request.get? || request.head? || reading_only?
      end

      error(Storage::Missing, Sinatra::NotFound) { |e| fail_page(404, e.is_a?(VastLattice::Error) ? e : nil) }
      error(Storage::Stale, Storage::Contended) { |e| fail_page(409, e) }
      error(VastLattice::Error) { |e| fail_page(422, e) }
      error(Rights::Denied) { |e| fail_page(403, e) }

      error(HeavyWork::Busy, Jobs::Queue::Full) { |e| fail_page(503, e) }
      error(ActiveRecord::LockWaitTimeout, ActiveRecord::Deadlocked) { fail_page(409, nil, LOCKED, 'Try again in a moment.') }
      error(ActiveRecord::ConnectionNotEstablished, ActiveRecord::QueryAborted, ActiveRecord::ConnectionFailed) do |e|
        warn "#{e.class}: #{e.message}"
        fail_page(503, nil, 'The database does not answer. What was confirmed is safe.', 'Try again in a moment.')
      end

      error do |e|
        warn "#{e.class}: #{e.message}", *e.backtrace.first(12)
        fail_page(500, nil, 'Something went wrong inside the program. Nothing was changed.',
                  'Try again; the terminal of bin/start tells more.')
      end

      LOCKED = 'Somebody else is changing this family just now.'

      # What takes long is watched; connections to the database go back at once.
      def call!(env)
        HeavyWork.watched(env) { Geometry::Work.budget { super } }
      ensure
        ActiveRecord::Base.connection_handler.clear_active_connections!
      end

      private

      # Whether an answer for a program is wanted.
      def json_wanted? = request.get_header('HTTP_ACCEPT').to_s.start_with?('application/json')

      # Scripts follow the way by themselves.
      def lead_to(path)
        return redirect(path) unless json_wanted?

        content_type :json
        JSON.generate(location: path)
      end

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
        return problem_json(error, message, remedy) if json_wanted?

        @message = message || error&.message || 'There is no such page.'
        @remedy = remedy || error&.remedy
        @title = code == 404 ? 'Not here' : 'This did not work'
        erb :problem, layout: :layout
      end

      def problem_json(error, message, remedy)
        content_type :json
        JSON.generate(error: { message: message || error&.message, remedy: remedy || error&.remedy }.compact)
      end
    end
  end
end
