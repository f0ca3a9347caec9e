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
    #       get('/:name') { |name| answer(stock: stock(name)) }      # GET /api/stocks/plate
    #       post('/:name') { |name| … }                              # needs the right to edit
    #       post('/:name/try', needs: :read) { |name| … }              # changes nothing
    #     end
    #
    #     private
    #
    #     def stock(name) = …
    #   end
    module Resource
      # Calls of Sinatra with the path before every pattern. Patterns are Sinatra's; each needs a right.
      class Below
        def initialize(site, path)
          @site = site
          @path = path
        end

        def get(pattern, needs: :read, &block) = @site.get(@path + pattern, needs: needs, &block)
        def post(pattern, needs: :edit, &block) = @site.post(@path + pattern, needs: needs, &block)
        def options(pattern, &) = @site.options(@path + pattern, needs: :fill, &)
        def delete(pattern, needs: :edit, &block) = @site.delete(@path + pattern, needs: needs, &block)
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
