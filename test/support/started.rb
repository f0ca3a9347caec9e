# frozen_string_literal: true

require_relative 'application'
require 'mysql2'
require 'net/http'
require 'tmpdir'

# bin/start with data of its own, and clients of it.
module Started
  START = File.join(CoreTest::ROOT, 'bin/start')

  def setup
    @data = Dir.mktmpdir('lattice')
    @port = TCPServer.open('127.0.0.1', 0) { |server| server.addr[1] }
  end

  def teardown
    stop('TERM')
    FileUtils.rm_rf(@data)
  end

  def start(*arguments)
    @output, writer = IO.pipe
    @pid = Process.spawn({ 'LATTICE_DATA' => @data }, START, '--port', @port.to_s, *arguments, out: writer, err: writer, pgroup: true)
    writer.close
    Timeout.timeout(180) { @output.gets }
  end

  def stop(signal)
    return unless @pid

    Process.kill(signal, @pid)
    Process.wait(@pid)
    @pid = nil
  end

  def kill_everything
    database = Integer(File.read(File.join(@data, 'mariadb/mariadbd.pid')))
    stop('KILL')
    Process.kill('KILL', database)
    sleep 0.02 while File.exist?("/proc/#{database}") && !File.read("/proc/#{database}/stat").include?(') Z')
  rescue Errno::ENOENT
    nil
  end

  def session(http)
    page = http.get('/families')
    { 'Content-Type' => 'application/json', 'Cookie' => page.get_fields('set-cookie').map { |own| own[/\A[^;]+/] }.join('; '), 'X-CSRF-Token' => page.body[/name="csrf-token" content="([^"]+)"/, 1] }
  end

  # Sends a file that takes a while to read; returns its token.
  def bring_in
    csv = "variant,length [mm]\n#{Array.new(4000) { |row| "NEW-#{row},#{500 + row}\n" }.join}"
    Net::HTTP.start('127.0.0.1', @port) do |http|
      answer = http.post('/api/families/side-frame/imports?table=size', csv, session(http).merge('Content-Type' => 'application/octet-stream', 'X-File-Name' => 'new.csv'))
      JSON.parse(answer.body)['id']
    end
  end

  def workers = `pgrep -P #{@pid} -f 'serving.rb worker'`.split.map(&:to_i)

  # A client with one connection that edits a note of its own over and over, for so many seconds from when it has its session, and until
  # one was confirmed; returns the notes that were.
  def notes(number, seconds)
    Net::HTTP.start('127.0.0.1', @port) do |http|
      headers = session(http)
      ends = Process.clock_gettime(Process::CLOCK_MONOTONIC) + seconds
      (1..).each_with_object([]) do |round, confirmed|
        now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        break confirmed if now > ends && (confirmed.any? || now > ends + 120)

        note = "note #{number}-#{round}."
        edit = { 'do' => 'put_parameter', 'name' => %w[depth gauge flange tie_bore].fetch(number % 4), 'fields' => { 'note' => note } }
        answer = http.post('/api/families/side-frame/edits', JSON.generate('edit' => edit), headers)
        assert_includes %w[200 409], answer.code, answer.body
        confirmed << note if answer.code == '200'
      end
    end
  end

  def kill_database
    Process.kill('KILL', Integer(File.read(File.join(@data, 'mariadb/mariadbd.pid'))))
  rescue SystemCallError
    nil
  end

  # What the block gives, once it does: however busy the machine is.
  def eventually
    2400.times do
      found = yield
      return found if found && found != '503'
    rescue SystemCallError, IOError, JSON::ParserError, NoMethodError
      nil
    ensure
      sleep 0.1
    end
    raise 'it does not come back'
  end
end
