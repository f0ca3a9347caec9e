# frozen_string_literal: true

module VastLattice
  module Web
    # The door for those from outside: published forms, what is kept of them by its code, and what their pages are made of. All else is
    # not there, whoever asks; and whoever comes this way is a visitor. Any host may lead here, since nothing depends on it.
    class Door
      # What the environment of a request says that came by the door.
      THERE = 'lattice.door'
      # The same in a header, for the workshop. Whoever else sends it only gives up rights.
      HEADER = 'Lattice-Door'
      HELD = 'HTTP_LATTICE_DOOR'
      OPEN = [%r{\A/forms/\w+(?:/|\z)}, %r{\A/api/forms/\w+(?:/|\z)}, %r{\A/configurations/(?!compare\b)\w+(?:\.|\z)},
              %r{\A/api/configurations/\w+(?:/|\z)}, %r{\A/shipped/}, %r{\A/(?:css|js|vendor)/}, %r{\A/icon\.svg\z}].freeze
      PAGE = '<!doctype html><html lang="en"><title>Not here</title><p>There is nothing at this address. Use the one you were given.</p>'
      CLOSED = [404, { 'content-type' => 'text/html; charset=utf-8' }, [PAGE]].freeze

      def self.there?(env) = env[THERE] == true || env.key?(HELD)

      def initialize(app)
        @app = app
      end

      def call(env)
        path = env['PATH_INFO'].to_s.b
        return CLOSED.map(&:dup) unless OPEN.any? { |open| path.match?(open) }

        @app.call(env.merge(THERE => true))
      end
    end
  end
end
