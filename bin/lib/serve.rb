# frozen_string_literal: true

# Starts the database and the processes that serve, keeps them alive, and stops them at Ctrl-C.
require 'optparse'
require 'tmpdir'
require_relative 'mariadb'
require_relative 'serving_process'
require_relative '../../app/web/session_secret'

ROOT = File.expand_path('../..', __dir__)

# The start command, after everything is installed.
class Serve
  USAGE = 'Usage: bin/start [--port N] [--forms-port N] [--fresh]'
  # Where the data lives; LATTICE_DATA moves it elsewhere.
  DATA = File.expand_path(ENV.fetch('LATTICE_DATA', File.join(ROOT, 'var')))

  def initialize(arguments)
    @port = 8790
    OptionParser.new do |parser|
      parser.on('--port N', Integer) { |port| @port = port }
      parser.on('--forms-port N', Integer) { |port| @forms_port = port }
      parser.on('--fresh') { @fresh = true }
    end.parse!(arguments)
    wrong = arguments.any? || [@port, *@forms_port].any? { |port| !port.between?(1, 65_535) } || @port == @forms_port
    raise OptionParser::InvalidArgument, arguments.join(' ') if wrong
  end

  # Seconds that each process has to stop.
  LAST_SECONDS = 2
  # Processes that work through the queue: one long file never keeps all others waiting.
  WORKERS = 2
  # Seconds between two looks at whether all live.
  LOOK = 0.5
  # Seconds that a port may still be held by a program that was killed.
  RELEASE = 3

  def run
    refuse_taken_port('127.0.0.1', @port, '--port')
    refuse_taken_port('0.0.0.0', @forms_port, '--forms-port') if @forms_port
    lock_data
    folder = File.join(DATA, 'mariadb')
    put_aside(folder) if @fresh
    database = Mariadb.new(folder)
    database.start
    Dir.mktmpdir('lattice') { |sockets| serve(database, File.join(sockets, 'workshop')) }
  ensure
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

  def refuse_taken_port(address, port, option)
    ends = Process.clock_gettime(Process::CLOCK_MONOTONIC) + RELEASE
    begin
      TCPServer.new(address, port).close
    rescue Errno::EADDRINUSE
      raise if Process.clock_gettime(Process::CLOCK_MONOTONIC) > ends

      sleep 0.1
      retry
    end
  rescue Errno::EADDRINUSE
    abort "Port #{port} is taken by another program, perhaps a Vast Lattice that is running already. " \
          "Stop it, or choose another: bin/start #{option} #{port + 1}"
  rescue Errno::EACCES
    abort "Port #{port} may only be used by an administrator. Choose one above 1023."
  end

  # What was there is kept beside, never removed. A database that a killed program left running is stopped first.
  def put_aside(folder)
    return unless File.exist?(folder)

    Mariadb.new(folder).stop
    aside = "#{folder}-#{Time.now.strftime('%Y%m%d-%H%M%S')}"
    File.rename(folder, aside)
    puts "The data that were there are kept in #{aside}."
  end

  # +socket+ is the path at which the workshop is asked.
  def serve(database, socket)
    given = { settings: database.settings('lattice'), secret: session_secret, cookie: "lattice_#{@port}" }
    site = ServingProcess.new('site', given.merge(port: @port, workshop: socket)) { |address| @address ||= address }
    workshop = ServingProcess.new('workshop', given.merge(bind: "unix://#{socket}"))
    workers = Array.new(WORKERS) { |number| ServingProcess.new('worker', { settings: given[:settings], name: "bin/start #{number + 1}" }) }
    door = @forms_port && ServingProcess.new('door', given.merge(port: @forms_port, workshop: socket, cookie: "lattice_#{@forms_port}"))
    # The site comes first; the others, which stand lower, load their code meanwhile and are told once it has prepared the
    # database. Until they answer, the site does without them.
    [site, workshop, *workers, *door].each(&:revive)
    await(site)
    puts "Vast Lattice is ready: #{@address}   (Ctrl-C stops it)"
    puts "Published forms alone are served to everybody who reaches this machine, at port #{@forms_port}." if door
    [workshop, *workers, *door].each(&:tell)
    keep(database, 'The web server' => site, 'The process for long work' => workshop, **(door ? { 'The door for forms' => door } : {}),
                   **workers.each_with_index.to_h { |worker, number| ["Worker #{number + 1}", worker] })
  ensure
    [*workers, workshop, *door, site].compact.each { |process| process.stop(within: LAST_SECONDS) }
  end

  # Tells the site to serve, and waits until it has said where.
  def await(site)
    site.tell
    sleep 0.02 until @address || !site.alive?
    exit(1) unless @address
  end

  # What dies is started again, until the program is stopped.
  def keep(database, processes)
    loop do
      sleep LOOK
      puts 'MariaDB had stopped and was started again.' if database.revive
      processes.each { |name, process| puts "#{name} had stopped and was started again." if process.revive }
    rescue Mariadb::Failed => e
      warn e.message
    end
  end

  def session_secret
    VastLattice::Web::SessionSecret.of(DATA)
  rescue SystemCallError => e
    abort "The data folder #{DATA} cannot be used: #{e.message[/\A[^@]+/].strip}. Check its owner and its rights."
  end
end

begin
  $stdout.sync = true
  # Also where it was started in the background: there the shell has Ctrl-C ignored, and whoever stops it by that waits for ever.
  %w[INT TERM].each { |signal| Signal.trap(signal) { raise Interrupt } }
  Serve.new(ARGV).run
rescue OptionParser::ParseError => e
  abort "#{e.message.lines.map(&:strip).join('. ')}. #{Serve::USAGE}"
rescue Mariadb::Failed => e
  abort e.message
rescue Interrupt
  exit
end
