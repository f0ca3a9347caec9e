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

  # Seconds that the database has to stop.
  LAST_SECONDS = 2
  # Seconds between two looks at whether it lives.
  LOOK = 0.5

  def run
    refuse_taken_port
    lock_data
    folder = File.join(DATA, 'mariadb')
    put_aside(folder) if @fresh
    database = Mariadb.new(folder)
    database.start
    serve(database)
  ensure
    @guard&.kill
    database&.stop(within: LAST_SECONDS)
  end

  private

  # One data folder belongs to one program: the lock goes with it, however it ends.
  def lock_data
    FileUtils.mkdir_p(DATA, mode: 0o700)
    @lock = File.open(File.join(DATA, 'lock'), File::RDWR | File::CREAT, 0o600)
    return if @lock.flock(File::LOCK_EX | File::LOCK_NB)

    abort "The data in #{DATA} belong to a Vast Lattice that is running already. Stop it, or choose another folder: " \
          'LATTICE_DATA=FOLDER bin/start'
  rescue SystemCallError => e
    abort "The data folder #{DATA} cannot be used: #{e.message[/\A[^@]+/].strip}. Check its owner and its rights."
  end

  def refuse_taken_port
    TCPServer.new('127.0.0.1', @port).close
  rescue Errno::EADDRINUSE
    abort "Port #{@port} is taken by another program, perhaps a Vast Lattice that is running already. " \
          "Stop it, or choose another: bin/start --port #{@port + 1}"
  rescue Errno::EACCES
    abort "Port #{@port} may only be used by an administrator. Choose one above 1023."
  end

  # What was there is kept beside, never removed. A database that a killed program left running is stopped first.
  def put_aside(folder)
    return unless File.exist?(folder)

    Mariadb.new(folder).stop
    aside = "#{folder}-#{Time.now.strftime('%Y%m%d-%H%M%S')}"
    File.rename(folder, aside)
    puts "The data that were there are kept in #{aside}."
  end

  def serve(database)
    require_relative '../../app/boot'
    VastLattice::Boot.start(database.settings('lattice'))
    VastLattice::Boot.load_demo
    application = VastLattice::Web.app(secret: VastLattice::Web.session_secret(DATA), cookie: "lattice_#{@port}")
    VastLattice::Web.resume
    @guard = Thread.new { guard(database) }
    VastLattice::Web.serve(@port, application) { |address| puts "Vast Lattice is ready: #{address}   (Ctrl-C stops it)" }
  rescue SystemCallError => e
    abort "The data folder #{DATA} cannot be used: #{e.message[/\A[^@]+/].strip}. Check its owner and its rights."
  end

  # A database that dies is started again.
  def guard(database)
    loop do
      sleep LOOK
      puts 'MariaDB had stopped and was started again.' if database.revive
    rescue Mariadb::Failed => e
      warn e.message
    end
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
