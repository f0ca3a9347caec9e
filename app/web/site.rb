# frozen_string_literal: true

module VastLattice
  module Web
    # The one web application: what every request passes (headers, rights), what becomes of every error, and the resources
    # that are registered. It stores, shows and asks; the core computes.
    class Site < Sinatra::Base
      # Not as Sinatra is told by the environment: in development it compiles every template anew for every request.
      set :environment, :production
      set :root, File.expand_path('..', __dir__)
      set :views, File.join(root, 'views')
      set :public_folder, File.join(Boot::ROOT, 'public')
      set :static_cache_control, [:public, { max_age: 0 }]
      set :sessions, false
      set :protection, false
      set :show_exceptions, false
      set :raise_errors, false
      # Told by the handler below, without traces.
      set :dump_errors, false
      # The Border looks at hosts.
      set :host_authorization, permitted_hosts: []
      set :erb, escape_html: true, trim: '-'
      # A route that says no right is not served.
      class Undeclared < Error; end

      # As Sinatra's. Raises Undeclared.
      def self.route(verb, path, options = {}, &)
        known = [*Person::RIGHTS, :nothing]
        raise Undeclared, "#{verb} #{path} says no right that it needs." unless known.include?(options[:needs])

        super
      end

      # What a route needs of a person's rights.
      set(:needs) do |right|
        condition do
          env[Serving::HeavyWork::READS] = true if right == :read
          right == :nothing || person.ensure_may(right, params['slug']) || true
        end
      end

      helpers Helpers, Rendering, Offers, Answering, ReadingFiles, Fragments

      # A new resource is one file and one name here. The first whose pattern fits answers.
      RESOURCES = [FormsPages, FormsAPI, FormDesignAPI, ConfigurationsPages, ConfigurationsAPI, TablesAPI, ImportsAPI, LatticeAPI,
                   VariantsAPI, DrawingSheetsAPI, GenerationsAPI, ListsAPI, ModelsAPI, OutlinesAPI, ReviewsAPI, InterferenceAPI,
                   ModelAPI, EditsAPI, RulesAPI, FamiliesAPI, BundlesAPI, FamiliesPages, Downloads, ResultsAPI, PartsPages,
                   WorkspacePages, Persons].freeze
      RESOURCES.each { |resource| register resource }

      before do
        # A published form makes nobody anything else: who opens one first can work with families all the same.
        if asked_by_program?
          keep_session
        else
          session[:person] ||= person.id unless for_visitors? || at_door?
          make_known if request.get?
        end
        headers 'cache-control' => 'no-store'
        content_type :json if asked_by_program?
        raise Refusal::Unreadable unless readable_request?
      end

      get('/', needs: :nothing) { redirect '/families' }

      error(Exception, Sinatra::NotFound, Sinatra::BadRequest) { |e| refused(Refusal.of(e)) }

      # What takes long is watched; connections to the database go back at once.
      def call!(env)
        Serving::HeavyWork.watched(env) { Geometry::Work.budget { super } }
      ensure
        ActiveRecord::Base.connection_handler.clear_active_connections!
      end

      private

      # The session is in a cookie, and many requests of a page are under way at once: only pages write it, so that no late answer
      # brings back what it was.
      def keep_session = request.session_options[:skip] = true

      def refused(refusal)
        refusal = refusal.for_engineer if may?(:edit)
        status refusal.code
        if json_wanted?
          content_type :json
          return JSON.generate(error: refusal.to_tree)
        end

        content_type :html
        @refusal = refusal
        @title = refusal.code == 404 ? 'Not here' : 'This did not work'
        erb :problem, layout: :layout
      end
    end
  end
end
