# frozen_string_literal: true

require 'fileutils'
require 'puma'
require 'puma/configuration'
require 'puma/launcher'
require 'rack'
require 'rack/session'
require 'rack/protection'
require 'securerandom'
require 'sinatra/base'

module VastLattice
  # The web application: one Sinatra application per resource. It stores, shows and asks; the core
  # computes.
  module Web
    # The whole application as a Rack app. +secret+ signs the session cookie, which is called +cookie+: two instances on one
    # machine do not share one. +hosts+ are names under which it may be asked beside those of this machine.
    def self.app(secret:, store: Storage::Store.new, hosts: [], cookie: 'lattice')
      Base.set(:store, store)
      Rack::Builder.new do
        use Rack::TempfileReaper
        use Border, hosts: hosts
        use Rack::Session::Cookie, key: cookie, secret: secret, same_site: :lax, httponly: true
        use ForgeryGuard
        map('/api/families') { run Rack::Cascade.new([TablesAPI, ImportsAPI, LatticeAPI, API]) }
        map('/families') { run Rack::Cascade.new([Families, Downloads, Workspace]) }
        map('/person') { run Persons }
        map('/') { run Home }
      end.to_app
    end

    # Goes on with what waited when the program ended.
    def self.resume = ImportsAPI.settings.desk.work

    # Requests that are answered at once. More than wait for heavy work (HeavyWork), so that pages are always served.
    THREADS = 12
    # Seconds that requests have to end when the program is stopped.
    LAST_SECONDS = 2

    # Serves on loopback until it is told to stop; yields the address once it answers.
    def self.serve(port, app)
      configuration = Puma::Configuration.new do |puma|
        puma.bind "tcp://127.0.0.1:#{port}"
        puma.app app
        puma.threads 4, THREADS
        # After each answer a connection queues up again, so that none is served at the cost of others.
        puma.max_fast_inline 1
        puma.environment 'production'
        puma.http_content_length_limit Border::LARGEST_BODY
        puma.force_shutdown_after LAST_SECONDS
        puma.raise_exception_on_sigterm false
        puma.quiet
      end
      launcher = Puma::Launcher.new(configuration, log_writer: Puma::LogWriter.new(File.open(File::NULL, 'w'), $stderr))
      launcher.events.on_booted { yield "http://127.0.0.1:#{port}/" }
      launcher.run
    end

    # The shortest secret that signs cookies.
    SECRET = 64

    # A secret that survives restarts, kept beside the data in +folder+. One that is empty or broken off is made anew.
    def self.session_secret(folder)
      file = File.join(folder, 'session_secret')
      known = File.exist?(file) ? File.read(file).strip : ''
      return known if known.size >= SECRET

      SecureRandom.hex(SECRET).tap { |secret| File.write(file, secret, perm: 0o600) }
    end
  end
end
