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
    # The whole application as a Rack app. +secret+ signs the session cookie.
    def self.app(secret:, store: Storage::Store.new)
      Base.set(:store, store)
      Rack::Builder.new do
        use Rack::Session::Cookie, key: 'lattice', secret: secret, same_site: :lax, httponly: true
        use ForgeryGuard
        map('/api/families') { run Rack::Cascade.new([TablesAPI, ImportsAPI, LatticeAPI, API]) }
        map('/families') { run Rack::Cascade.new([Families, Downloads, Workspace]) }
        map('/person') { run Persons }
        map('/') { run Home }
      end.to_app
    end

    # Serves on loopback until it is told to stop; yields the address once it answers.
    def self.serve(port, app)
      configuration = Puma::Configuration.new do |puma|
        puma.bind "tcp://127.0.0.1:#{port}"
        puma.app app
        puma.threads 1, 8
        puma.environment 'production'
        puma.raise_exception_on_sigterm false
        puma.quiet
      end
      launcher = Puma::Launcher.new(configuration, log_writer: Puma::LogWriter.new(File.open(File::NULL, 'w'), $stderr))
      launcher.events.on_booted { yield "http://127.0.0.1:#{port}/" }
      launcher.run
    end

    # A secret that survives restarts, kept beside the data in +folder+.
    def self.session_secret(folder)
      file = File.join(folder, 'session_secret')
      File.write(file, SecureRandom.hex(64), perm: 0o600) unless File.exist?(file)
      File.read(file)
    end
  end
end
