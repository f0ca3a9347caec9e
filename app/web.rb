# frozen_string_literal: true

require 'etc'
require 'puma'
require 'puma/configuration'
require 'puma/launcher'
require 'rack'
require 'rack/session'
require 'rack/protection'
require 'sinatra/base'

module VastLattice
  # The web application (Site, with its resources) and the processes that serve it.
  module Web
    # The whole application as a Rack app. +secret+ signs the session cookie, which is called +cookie+: two instances on one
    # machine do not share one. +hosts+ are names under which it may be asked beside those of this machine; +workshop+ does
    # what takes long, if there is one. At the +door+ there is nothing but what those from outside may have.
    def self.app(secret:, store: Storage::Store.new, hosts: [], cookie: 'lattice', workshop: nil, door: false)
      Site.set(store: store, publications: store.stores.of(Storage::PublicationDocument),
               configurations: store.stores.of(Storage::ConfigurationDocument), houses: store.stores.of(Storage::HouseDocument),
               secret: secret)
      Rack::Builder.new do
        use Door if door
        use Serving::HandingOn, workshop if workshop
        use Rack::TempfileReaper
        use Rack::Deflater, include: COMPRESSED, sync: false, if: Web.method(:large?)
        use Border, hosts: door ? nil : hosts
        use Shipped
        use Rack::Session::Cookie, key: cookie, secret: secret, same_site: :lax, httponly: true
        use ForgeryGuard
        run Site
      end.to_app
    end

    # What is sent compressed, from so many bytes on: what is small is there sooner as it is.
    COMPRESSED = %w[application/json image/svg+xml text/html text/css text/javascript].freeze
    SMALL = 40_000

    # Whether an answer is worth to be compressed.
    def self.large?(_env, _status, headers, body)
      size = body.respond_to?(:to_ary) ? body.to_ary.sum(&:bytesize) : headers['content-length'].to_i
      size > SMALL
    end

    # Requests that one process answers at once. More than wait for heavy work (Serving::HeavyWork), so that pages are always served;
    # what waits beyond them waits behind Puma, where nobody knows what is pressing.
    THREADS = 20
    # Processes that serve: Ruby works in one thread of each at a time. One at least is there while another is started again.
    PROCESSES = Etc.nprocessors.clamp(2, 8)
    # Seconds that requests have to end when the program is stopped.
    LAST_SECONDS = 1

    # Serves the application on loopback until it is told to stop; yields the address once it answers. +settings+ are those
    # of the database, +workshop+ the path of the Workshop's socket; +secret+ and +cookie+ as in app.
    def self.serve_site(port:, settings:, workshop:, secret:, cookie:)
      Boot.start(settings)
      Boot.load_demo
      Boot.load_code
      Serving::Slots.folder = File.dirname(workshop)
      address = "127.0.0.1:#{port}"
      served = app(secret: secret, cookie: cookie, workshop: Serving::Workshop.new(workshop))
      launch("tcp://#{address}", served, -> { yield "http://#{address}/" }) do |puma|
        puma.workers PROCESSES
        puma.preload_app!
        puma.worker_shutdown_timeout LAST_SECONDS
        puma.before_fork { ActiveRecord::Base.connection_handler.clear_all_connections! }
      end
    end

    # Serves published forms alone, at every address of this machine, until it is told to stop; yields the port once it answers.
    def self.serve_door(port:, settings:, workshop:, secret:, cookie:)
      Boot.start(settings)
      Serving::Slots.folder = File.dirname(workshop)
      served = app(secret: secret, cookie: cookie, workshop: Serving::Workshop.new(workshop), door: true)
      launch("tcp://0.0.0.0:#{port}", served, -> { yield port })
    end

    # Serves what takes long at a socket, for the Serving::Workshop.
    def self.serve_workshop(bind:, settings:, secret:, cookie:)
      Boot.start(settings)
      Serving::Slots.folder = File.dirname(bind.delete_prefix('unix://'))
      launch(bind, app(secret: secret, cookie: cookie))
    end

    # Works through the queue of tasks until it is told to stop; calls the block once it does.
    def self.work(settings:, name: nil)
      Boot.start(settings)
      worker = Jobs::Worker.new(name: name)
      %w[TERM INT].each { |signal| Signal.trap(signal) { worker.stop } }
      yield if block_given?
      worker.run
    end

    def self.launch(bind, app, ready = -> {})
      configuration = Puma::Configuration.new do |puma|
        puma.bind bind
        puma.app app
        puma.threads 4, THREADS
        # After each answer a connection queues up again, so that none is served at the cost of others.
        puma.max_fast_inline 1
        puma.environment 'production'
        puma.http_content_length_limit Border::LARGEST_BODY
        puma.force_shutdown_after LAST_SECONDS
        puma.raise_exception_on_sigterm false
        puma.quiet
        yield puma if block_given?
      end
      launcher = Puma::Launcher.new(configuration, log_writer: Puma::LogWriter.new(File.open(File::NULL, 'w'), $stderr))
      launcher.events.on_booted(&ready)
      launcher.run
    end
    private_class_method :launch
  end
end
