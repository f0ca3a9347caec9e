# frozen_string_literal: true

# Starts the database and the web server in one program; Ctrl-C stops both.
require 'optparse'
require_relative 'mariadb'

ROOT = File.expand_path('../..', __dir__)

# The start command, after everything is installed.
class Serve
  USAGE = 'Usage: bin/start [--port N] [--fresh]'
  # Where the data lives; LATTICE_DATA moves it elsewhere.
  DATA = File.expand_path(ENV.fetch('LATTICE_DATA', File.join(ROOT, 'var')))

  def initialize(arguments)
    @port = 8790
    OptionParser.new do |parser|
      parser.on('--port N', Integer) { |port| @port = port }
      parser.on('--fresh') { @fresh = true }
    end.parse!(arguments)
    raise OptionParser::InvalidArgument, arguments.join(' ') if arguments.any? || !@port.between?(1, 65_535)
  end

  def run
    refuse_taken_port
    folder = File.join(DATA, 'mariadb')
    database = Mariadb.new(folder)
    make_fresh(database, folder) if @fresh
    database.start
    serve(database)
  ensure
    database&.stop
  end

  private

  def refuse_taken_port
    TCPServer.new('127.0.0.1', @port).close
  rescue Errno::EADDRINUSE
    abort "Port #{@port} is taken by another program, perhaps a Vast Lattice that is running already. " \
          "Stop it, or choose another: bin/start --port #{@port + 1}"
  rescue Errno::EACCES
    abort "Port #{@port} may only be used by an administrator. Choose one above 1023."
  end

  def make_fresh(database, folder)
    database.stop
    FileUtils.rm_rf(folder)
  end

  def serve(database)
    require_relative '../../app/boot'
    VastLattice::Boot.start(database.settings('lattice'))
    VastLattice::Boot.load_demo
    application = VastLattice::Web.app(secret: VastLattice::Web.session_secret(DATA))
    VastLattice::Web.serve(@port, application) { |address| puts "Vast Lattice is ready: #{address}   (Ctrl-C stops it)" }
  end
end

begin
  $stdout.sync = true
  Serve.new(ARGV).run
rescue OptionParser::ParseError => e
  abort "#{e.message.lines.map(&:strip).join('. ')}. #{Serve::USAGE}"
rescue Mariadb::Failed => e
  abort e.message
rescue Interrupt
  exit
end
