# frozen_string_literal: true

module VastLattice
  module Web
    # Refuses every write whose token is not the session's (form field authenticity_token or header
    # X-CSRF-Token), in words.
    class ForgeryGuard < Rack::Protection::AuthenticityToken
      MESSAGE = 'This page is out of date, or the request came from elsewhere. Reload the page and try again.'

      def deny(_env)
        [403, { 'content-type' => 'application/json' }, [JSON.generate('error' => { 'message' => MESSAGE })]]
      end

      default_reaction :deny
    end
  end
end
