# frozen_string_literal: true

require_relative '../support/application'
require 'net/http'
require 'tmpdir'

# The start command itself: what was confirmed survives a kill; a second start is quick; problems are told.
class DurabilityTest < CoreCase
  START = File.join(ROOT, 'bin/start')

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
    Timeout.timeout(60) { @output.gets }
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

  def edit(text)
    Net::HTTP.start('127.0.0.1', @port) do |http|
      page = http.get('/families')
      headers = { 'Content-Type' => 'application/json', 'Cookie' => page['set-cookie'][/\A[^;]+/],
                  'X-CSRF-Token' => page.body[/name="csrf-token" content="([^"]+)"/, 1] }
      edit = { 'do' => 'set_cell', 'table' => 'size', 'row' => 'SF-0500', 'column' => 'length', 'text' => text }
      http.post('/api/families/side-frame/edits', JSON.generate('edit' => edit), headers).code
    end
  end

  def stored_length
    tree = JSON.parse(Net::HTTP.get('127.0.0.1', '/api/families/side-frame', @port))
    tree.dig('family', 'tables', 0, 'rows', 0, 'cells', 'length')
  end

  def test_a_confirmed_edit_survives_killing_server_and_database
    assert_match(%r{ready: http://127.0.0.1:#{@port}}, start)
    assert_equal '200', edit('512 mm')
    kill_everything
    begun = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    assert_match(/ready/, start)

    assert_operator Process.clock_gettime(Process::CLOCK_MONOTONIC) - begun, :<, 10
    assert_equal '512 mm', stored_length
    stop('INT')
    assert_raises(Errno::ECONNREFUSED) { Net::HTTP.get('127.0.0.1', '/', @port) }
    refute_path_exists File.join(@data, 'mariadb/mariadbd.pid')
  end

  def test_problems_of_starting_are_told_without_a_trace
    TCPServer.open('127.0.0.1', @port) { assert_match(%r{Port #{@port} is taken.*bin/start --port}, start) }
    Process.wait(@pid)
    FileUtils.mkdir_p(File.join(@data, 'mariadb/data/mysql'))
    assert_match(%r{MariaDB .*(bin/start --fresh|stopped while starting)}, start)
    Process.wait(@pid)
    assert_match(%r{invalid option: --prot.*Usage: bin/start}, start('--prot', '3'))
    Process.wait(@pid)
    @pid = nil
  end
end
