# frozen_string_literal: true

module VastLattice
  module Web
    # As whom one works, and in which units one sees amounts.
    module Persons
      extend Resource

      routes '/person' do
        post '/?', needs: :read do
          session[:person] = params['person'] if Person::BUILT_IN.key?(params['person'])
          session[:display] = params['display'] if Units::Display[params['display']]
          lead_to(inside(request.referer) || '/families')
        end
      end

      private

      # The path of an address of this program; nil for any other.
      def inside(address)
        uri = URI.parse(address.to_s)
        here = uri.host == request.host && uri.port == request.port && uri.path.start_with?('/') && !uri.path.start_with?('//')
        here ? [uri.path, uri.query].compact.join('?') : nil
      rescue URI::InvalidURIError
        nil
      end
    end
  end
end
