# frozen_string_literal: true

require 'ferrum'
require 'puma'
require 'puma/server'
require 'tmpdir'
require_relative 'mariadb'
require_relative '../../app/boot'

# The application with the demo, served on loopback from a database of its own, thrown away afterwards; and a browser.
module Served
  QUIET = %w[no-sandbox disable-gpu disable-quic no-first-run disable-background-networking disable-component-update
             disable-sync hide-scrollbars].to_h { |option| [option, nil] }

  # Yields the address.
  def self.run(&block)
    Dir.mktmpdir('lattice-served') do |data|
      database = Mariadb.new(data).start
      serve(database, &block)
    ensure
      database&.stop
    end
  end

  # Yields a browser of 1280 x 800 at an address.
  def self.browse(address)
    browser = Ferrum::Browser.new(browser_path: '/usr/bin/chromium', browser_options: QUIET, timeout: 90, process_timeout: 60)
    browser.set_viewport(width: 1280, height: 800)
    browser.go_to(address)
    sleep 1
    yield browser
  ensure
    browser&.quit
  end

  def self.serve(database)
    VastLattice::Boot.start(database.settings('lattice_served'))
    VastLattice::Boot.load_demo
    server = Puma::Server.new(VastLattice::Web.app(secret: 'x' * 64), nil, { log_writer: Puma::LogWriter.null })
    port = server.add_tcp_listener('127.0.0.1', 0).addr[1]
    server.run
    worker = VastLattice::Jobs::Worker.new
    working = Thread.new { worker.run }
    yield "http://127.0.0.1:#{port}"
  ensure
    worker&.stop
    working&.join(2)
    server&.stop(true)
  end
  private_class_method :serve
end
