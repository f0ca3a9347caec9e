# frozen_string_literal: true

module VastLattice
  module Web
    # Refuses every write whose header X-CSRF-Token has not the session's token, in words. Tokens in bodies and addresses do
    # not count: nothing is read of a body before.
    class ForgeryGuard < Rack::Protection::AuthenticityToken
      MESSAGE = 'This page is out of date, or the request came from elsewhere. Reload the page and try again.'

      # The API of published forms has tokens of its own: whoever fills one in from elsewhere has no session here.
      def accepts?(env)
        return true if env['PATH_INFO'].start_with?('/api/forms/')

        set_token(session(env))
        safe?(env) || valid_token?(env, env['HTTP_X_CSRF_TOKEN'])
      end

      def deny(_env)
        [403, { 'content-type' => 'application/json' }, [JSON.generate('error' => { 'message' => MESSAGE })]]
      end

      default_reaction :deny
    end
  end
end
