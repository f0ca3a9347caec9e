# frozen_string_literal: true

module VastLattice
  module Web
    # What a resource of the Site extends: routes below one path, and the methods they need. Names of methods are shared with
    # all resources.
    #
    #   module Stocks
    #     extend Resource
    #
    #     routes '/api/stocks' do
    #       get('/:name', needs: :read) { |name| answer(stock: stock(name)) }      # GET /api/stocks/plate
    #       post('/:name', needs: :edit) { |name| … }
    #       post('/:name/try', needs: :read) { |name| … }              # changes nothing
    #     end
    #
    #     private
    #
    #     def stock(name) = …
    #   end
    module Resource
      # Calls of Sinatra with the path before every pattern. Patterns are Sinatra's; each says which right of a Person it needs, or
      # cannot be served (Site.route).
      class Below
        def initialize(site, path)
          @site = site
          @path = path
        end

        %i[get post delete options].each do |verb|
          define_method(verb) { |pattern, **said, &block| @site.public_send(verb, @path + pattern, **said, &block) }
        end
      end

      # The routes below a path: the block says get, post and delete.
      def routes(path, &block)
        @path = path
        @routes = block
      end

      # Called by Sinatra when the Site registers it.
      def registered(site)
        site.helpers self
        Below.new(site, @path).instance_exec(&@routes)
      end
    end
  end
end
