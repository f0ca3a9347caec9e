# frozen_string_literal: true

require 'digest'
require 'fileutils'
require 'io/wait'
require 'securerandom'
require 'socket'
require 'timeout'
require 'tmpdir'

# A MariaDB server of the project's own: data, socket, log and password in one folder, listening on
# 127.0.0.1 only. It uses Debian's binaries, not the system service.
class Mariadb
  # The server cannot be had; the message says why and what to do.
  class Failed < StandardError
  end

  SECONDS = 40
  # One of the tables without which a folder is half made.
  LAST_MADE = 'mysql/columns_priv.frm'
  BINARIES = { install: %w[mariadb-install-db], server: %w[mariadbd /usr/sbin/mariadbd] }.freeze

  def initialize(folder)
    @folder = File.expand_path(folder)
    @data = File.join(@folder, 'data')
    @socket = socket_path
    @pid_file = File.join(@folder, 'mariadbd.pid')
    @log = File.join(@folder, 'mariadbd.log')
  end

  # Starts the server, or takes over one that a killed program left running. Returns itself.
  def start
    FileUtils.mkdir_p(@folder, mode: 0o700)
    install unless File.exist?(File.join(@data, LAST_MADE))
    return self if running?

    @port = free_port
    File.write(port_file, @port.to_s)
    launch
    await
    self
  rescue SystemCallError => e
    raise Failed, "The database folder #{@folder} cannot be used: #{e.message}. Check its owner and its rights."
  end

  # Stops the server and waits for it, at most so many seconds; then it is killed, which loses nothing that was confirmed.
  def stop(within: SECONDS)
    pid = running_pid or return
    Process.kill('TERM', pid)
    Timeout.timeout(within) { sleep 0.02 while alive?(pid) }
  rescue Errno::ESRCH
    nil
  rescue Timeout::Error
    Process.kill('KILL', pid)
  end

  # Starts the server again, on the port that it had, if it has died. Returns whether it had. Raises Failed.
  def revive
    return false if running_pid

    launch
    await
    true
  end

  # What a client needs to connect to +database+.
  def settings(database)
    { host: '127.0.0.1', port: port, username: 'lattice', password: password, database: database }
  end

  def running? = !running_pid.nil? && answers?

  private

  # A socket's path must be short; a deep project folder gets one in /tmp.
  def socket_path
    near = File.join(@folder, 'mariadbd.sock')
    near.bytesize < 100 ? near : "/tmp/lattice-#{Digest::SHA256.hexdigest(@folder)[0, 16]}.sock"
  end

  def port_file = File.join(@folder, 'port')
  def port = @port ||= Integer(File.read(port_file))

  def password
    file = File.join(@folder, 'password')
    File.write(file, SecureRandom.hex(24), perm: 0o600) unless File.exist?(file)
    File.read(file)
  end

  def free_port
    server = TCPServer.new('127.0.0.1', 0)
    server.addr[1]
  ensure
    server&.close
  end

  def install
    command = [binary(:install), '--no-defaults', "--datadir=#{@data}", '--auth-root-authentication-method=socket',
               "--auth-root-socket-user=#{ENV.fetch('USER', 'root')}", '--skip-test-db', *user_option]
    # One at a time on a machine: two that run at once have left a folder half made.
    made = File.open(File.join(Dir.tmpdir, "lattice-install-#{Process.uid}"), File::RDWR | File::CREAT, 0o600) do |lock|
      lock.flock(File::LOCK_EX)
      system(*command, out: @log, err: %i[child out])
    end
    return if made && File.exist?(File.join(@data, LAST_MADE))

    raise Failed, "The database folder could not be made; #{@log} says why. If it is half made, remove #{@data}."
  end

  def user_option = Process.uid.zero? ? ['--user=root'] : []

  def binary(kind)
    BINARIES.fetch(kind).find { |name| name.start_with?('/') ? File.executable?(name) : system('which', name, out: File::NULL) } ||
      raise(Failed, "MariaDB's #{BINARIES.fetch(kind).first} is missing. Install the Debian package mariadb-server.")
  end

  # The init file makes the application's user afresh at every start.
  def launch
    init = File.join(@folder, 'init.sql')
    File.write(init, <<~SQL, perm: 0o600)
      CREATE OR REPLACE USER lattice@'127.0.0.1' IDENTIFIED BY '#{password}';
      GRANT ALL PRIVILEGES ON `lattice%`.* TO lattice@'127.0.0.1';
    SQL
    command = [binary(:server), '--no-defaults', "--datadir=#{@data}", "--socket=#{@socket}", "--port=#{@port}",
               '--bind-address=127.0.0.1', "--pid-file=#{@pid_file}", "--log-error=#{@log}", "--init-file=#{init}",
               '--skip-name-resolve', '--max-allowed-packet=64M', '--innodb-buffer-pool-size=128M', '--lc-messages-dir=/usr/share/mysql',
               *user_option]
    # Without the sockets of the web server, which would go on listening if that is killed.
    @child = Process.spawn(*command, out: @log, err: %i[child out], pgroup: true, close_others: true)
    Process.detach(@child)
  end

  def await
    Timeout.timeout(SECONDS) do
      until answers?
        raise Failed, "MariaDB stopped while starting. #{log_hint}" unless alive?(@child)

        sleep 0.05
      end
    end
  rescue Timeout::Error
    raise Failed, "MariaDB did not answer within #{SECONDS} seconds. #{log_hint}"
  end

  def log_hint
    error = File.exist?(@log) ? File.readlines(@log).reverse.find { |line| line.include?('[ERROR]') } : nil
    "It says: #{error ? error[/\[ERROR\]\s*(.*)/, 1] : 'nothing'} (#{@log}). If the folder is broken, bin/start --fresh makes a new one."
  end

  # A server that really serves greets whoever connects; one that is about to fail only listens.
  def answers?
    socket = TCPSocket.new('127.0.0.1', port)
    !socket.wait_readable(1).nil? && !socket.read_nonblock(5).empty?
  rescue EOFError, SystemCallError, ArgumentError
    false
  ensure
    socket&.close
  end

  def running_pid
    pid = Integer(File.read(@pid_file).strip)
    pid if alive?(pid) && File.read("/proc/#{pid}/cmdline").include?(@data)
  rescue SystemCallError, ArgumentError
    nil
  end

  def alive?(pid)
    Process.kill(0, pid)
    true
  rescue Errno::ESRCH
    false
  end
end
