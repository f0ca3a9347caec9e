# frozen_string_literal: true

module VastLattice
  module Serving
    # Shows what a change came to once it is made. What takes long is asked for elsewhere; what goes wrong is told, because the
    # change is kept all the same.
    class Showing
      UNSHOWN = 'The change was made, but what came of it cannot be shown. Load the page again.'

      # +env+ is that of the request.
      def initialize(env)
        @env = env
      end

      # The tree that the block gives, or that an address gives elsewhere if the block takes long; {"unshown"} in words where it
      # cannot be had.
      def of(address = nil, &)
        (here_or_there(address, &) if address && @env[HeavyWork::ASK]) || yield
      rescue StandardError => e
        Trouble.tell(e)
        { 'unshown' => UNSHOWN }
      end

      private

      # nil where it takes long and nobody answers there.
      def here_or_there(address)
        shown = nil
        catch(HeavyWork::ELSEWHERE) do
          @env[HeavyWork::MAY_GO] = true
          shown = yield
        end
        shown || @env[HeavyWork::ASK].call(address)&.then { |body| JSON.parse(body) }
      ensure
        @env[HeavyWork::MAY_GO] = false
      end
    end
  end
end
