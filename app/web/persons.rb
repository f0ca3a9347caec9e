# frozen_string_literal: true

module VastLattice
  module Web
    # In which role one works.
    class Persons < Base
      post '/' do
        session[:role] = params['role'] if Rights::TITLES.key?(params['role'])
        redirect request.referer || '/families'
      end

      private

      def reading_only? = true
    end
  end
end
