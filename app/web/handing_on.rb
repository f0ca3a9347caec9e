# frozen_string_literal: true

module VastLattice
  module Web
    # Hands on to the Workshop what turns out to take long (HeavyWork throws), and what is kept there alone: the
    # spreadsheets that are being brought in. Outermost, so that the request begins there as it came. Where the workshop
    # does not answer, all is done here.
    class HandingOn
      KEPT_THERE = %r{\A/api/families/[^/]+/imports(/|\z)}
      # Requests that change nothing may be begun twice.
      READING = %w[GET HEAD].freeze
      # Nobody reads it: the client has left.
      NOBODY = [503, {}, []].freeze

      def initialize(app, workshop)
        @app = app
        @workshop = workshop
        @turns = Turns.new
      end

      def call(env)
        answer = nil
        catch(HeavyWork::ELSEWHERE) { answer = @turns.take { @app.call(begun(env)) } } unless kept_there?(env)
        answer || @workshop.call(env)
      rescue HeavyWork::Abandoned
        NOBODY
      rescue Workshop::Gone => e
        reading?(env) ? @turns.take { @app.call(env) } : [503, { 'content-type' => 'application/json' }, [JSON.generate(error: e.to_tree)]]
      end

      private

      def begun(env) = reading?(env) ? env.merge(HeavyWork::MAY_GO => true) : env
      def reading?(env) = READING.include?(env['REQUEST_METHOD'])
      def kept_there?(env) = env['PATH_INFO'].match?(KEPT_THERE)
    end
  end
end
