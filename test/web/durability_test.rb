# frozen_string_literal: true

require_relative '../support/nest'
require_relative '../support/started'

# The start command itself: what was confirmed survives a kill; a second start is quick; problems are told.
class DurabilityTest < CoreCase
  include Started

  def edit(text)
    Net::HTTP.start('127.0.0.1', @port) do |http|
      headers = session(http)
      edit = { 'do' => 'set_cell', 'table' => 'size', 'row' => 'SF-0500', 'column' => 'length', 'text' => text }
      http.post('/api/families/side-frame/edits', JSON.generate('edit' => edit), headers).code
    end
  end

  def stored_length
    tree = JSON.parse(Net::HTTP.get('127.0.0.1', '/api/families/side-frame', @port))
    tree.dig('family', 'tables', 0, 'rows', 0, 'cells', 'length')
  end

  # A second program keeps off the data of the first.
  def test_a_confirmed_edit_survives_killing_server_and_database
    assert_match(%r{ready: http://127.0.0.1:#{@port}}, start)
    assert_equal '200', edit('512 mm')
    a_second_keeps_off('512 mm')
    kill_everything
    installed = File.mtime(File.join(@data, 'mariadb/data', Mariadb::LAST_MADE))
    assert_match(/ready/, start)
    assert_equal installed, File.mtime(File.join(@data, 'mariadb/data', Mariadb::LAST_MADE)), 'nothing is installed again'
    assert_equal '512 mm', stored_length
    # Well below what the database alone may take before it is killed.
    stopped_within(20)
    a_fresh_start_without('512 mm')
  end

  def a_second_keeps_off(stored)
    other, writer = IO.pipe
    second = Process.spawn({ 'LATTICE_DATA' => @data }, START, '--fresh', '--port', TCPServer.open('127.0.0.1', 0) { |server| server.addr[1] }.to_s, out: writer, err: writer)
    writer.close
    assert_match(/belong to a Vast Lattice that is running already/, Timeout.timeout(120) { other.read })
    Process.wait(second)
    assert_equal stored, stored_length
  end

  def stopped_within(seconds)
    begun = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    stop('INT')
    assert_operator Process.clock_gettime(Process::CLOCK_MONOTONIC) - begun, :<, seconds
    assert_raises(Errno::ECONNREFUSED) { Net::HTTP.get('127.0.0.1', '/', @port) }
    refute_path_exists File.join(@data, 'mariadb/mariadbd.pid')
  end

  # It keeps what was there.
  def a_fresh_start_without(stored)
    assert_match(/kept in .*mariadb-\d/, start('--fresh'))
    Timeout.timeout(180) { @output.gets }
    refute_equal stored, stored_length
    assert_equal 2, Dir[File.join(@data, 'mariadb*')].size
  end

  # The database and the processes that serve are started again when they die; nothing that was confirmed is gone, and the
  # process that is left answers meanwhile.
  def test_what_dies_is_started_again
    start
    assert_equal '200', edit('511 mm')
    kill_database
    assert_equal('511 mm', eventually { stored_length })
    assert_equal('200', eventually { edit('512 mm') })
    first = serving.select { |_, words| words.include?('cluster worker') }.keys
    assert_operator first.size, :>=, 2
    Process.kill('KILL', first.first)
    assert_equal('200', eventually { edit('513 mm') })
    serving.reject { |_, words| words.include?('cluster worker') }.each_key { |pid| Process.kill('KILL', pid) }
    assert_equal('200', eventually { edit('514 mm') })
    assert_equal('514 mm', eventually { stored_length })
    assert_empty(first & serving.keys)
  end

  # {pid => words of its command} of what serves at this port, and of the process for long work.
  def serving
    all = `ps -eo pid=,ppid=,args=`.lines.map { |line| line.strip.split(/\s+/, 3) }.map { |pid, parent, words| [pid.to_i, parent.to_i, words] }
    own = all.select { |_, parent, words| parent == @pid && words.match?(/puma|serving/) }
    all.select { |pid, parent, _| own.any? { |one, *| [pid, parent].include?(one) } }.to_h { |pid, _, words| [pid, words] }
  end

  # Eight clients at several processes, one of them reading a file: what was answered as kept is there, the history
  # replayed from nothing is what is stored, and the file is read once although its workers are killed.
  def test_many_clients_and_a_killed_worker
    start
    clients = Array.new(8) { |number| Thread.new { notes(number, ENV['LATTICE_LONG'] ? 60 : 6) } }
    task = bring_in
    sleep 0.3
    workers.each { |pid| Process.kill('KILL', pid) }
    confirmed = clients.flat_map(&:value)
    assert(clients.all? { |client| client.value.any? })
    database = Mysql2::Client.new(**Mariadb.new(File.join(@data, 'mariadb')).settings('lattice'))
    changes = database.query("SELECT patch FROM changes JOIN documents ON documents.id = document_id WHERE slug = 'side-frame' ORDER BY number").to_a
    replayed = changes.reduce(VastLattice::Family.new(name: 'x')) { |family, change| VastLattice::Family::Elements::Patch.from_tree(JSON.parse(change['patch'])).applied(family) }
    stored = JSON.parse(Net::HTTP.get('127.0.0.1', '/api/families/side-frame', @port))['family']
    assert_equal JSON.parse(JSON.generate(replayed.to_tree)), stored
    summaries = database.query('SELECT summary FROM changes').map { |change| change['summary'] }.join("\n")
    confirmed.each { |note| assert_includes summaries, note }
    assert(eventually { database.query("SELECT status FROM tasks WHERE token = '#{database.escape(task)}'").first['status'] == 'done' })
    assert(eventually { database.query('SELECT COUNT(*) AS jobs FROM delayed_jobs').first['jobs'].zero? })
  ensure
    database&.close
  end

  # Killed in the middle of edits that go through five families: all of them say the one name, or all the other, and can be used.
  def test_a_kill_during_an_edit_of_five_families
    start
    Net::HTTP.start('127.0.0.1', @port) do |http|
      headers = session(http).except('Content-Type')
      Nest.families.each do |family|
        request = Net::HTTP::Post.new('/families', headers)
        request.set_form([['file', StringIO.new(VastLattice::Exchange::FamilyFile.yaml(family)), { filename: 'one.yaml', content_type: 'text/yaml' }]], 'multipart/form-data')
        assert_includes %w[200 302 303], http.request(request).code
      end
    end
    random = Random.new(5)
    rounds = ENV['LATTICE_LONG'] ? 20 : 2
    said = Array.new(rounds) do
      renamed = Queue.new
      worker = Thread.new { rename_on_and_on(renamed) }
      Timeout.timeout(180) { renamed.pop }
      sleep random.rand(0.0..0.3)
      kill_everything
      worker.join
      start
      spoken
    end
    said.each { |one| assert_equal 1, one.uniq.size, said.inspect }
    assert_includes [%w[size], %w[bore]], said.last.first
    changes = JSON.parse(Net::HTTP.get('127.0.0.1', '/api/families/lift/history', @port))['changes']
    assert_operator changes.size, :>, 2, 'it was renamed before it was killed'
  end

  # What each of the five says, once all can be used.
  def spoken
    Nest::NAMES.map do |name|
      tree = JSON.parse(Net::HTTP.get('127.0.0.1', "/api/families/#{name.downcase}", @port))
      assert_empty(tree['findings'].select { |finding| finding['level'] == 'error' })
      Nest.spoken(tree['family'], %w[size bore])
    end
  end

  def rename_on_and_on(renamed)
    Net::HTTP.start('127.0.0.1', @port) do |http|
      headers = session(http)
      loop do
        %w[size bore].permutation.each do |from, to|
          edit = { 'do' => 'rename_parameter', 'name' => from, 'to' => to }
          answer = http.post('/api/families/pin/edits', JSON.generate('edit' => edit), headers)
          renamed << to if answer.code == '200'
        end
      end
    end
  rescue SystemCallError, IOError, Timeout::Error
    nil
  end

  KILLS = 20

  # Killed during edits, undo and imports: what was confirmed is there, and nothing is half done.
  def test_kills
    skip 'bin/test --long' unless ENV['LATTICE_LONG']

    start
    random = Random.new(7)
    @confirmed = [stored_length]
    KILLS.times do |round|
      @over = false
      worker = Thread.new { change_on_and_on(round) }
      sleep random.rand(0.3..1.2)
      kill(%i[ruby database both].sample(random: random))
      @over = true
      worker.join
      start unless @pid
      stored = eventually { stored_length }
      # The last change may have been stored although nobody was told.
      assert_includes [@confirmed.last, @under_way], stored, "round #{round}"
      @confirmed << stored
      numbers = eventually { JSON.parse(Net::HTTP.get('127.0.0.1', '/api/families/side-frame/history', @port))['changes'].map { |change| change['number'] } }
      assert_equal (numbers.min..numbers.max).to_a.reverse, numbers, 'no change is missing and none is there twice'
    end
  end

  def change_on_and_on(round)
    (1..).each do |number|
      @under_way = "#{600 + (round * 40) + (number % 40)} mm"
      break if @over || edit(@under_way) != '200'

      @confirmed << @under_way
    end
  rescue SystemCallError, IOError, Timeout::Error, Net::ProtocolError, NoMethodError
    nil
  end

  def kill(what)
    kill_database unless what == :ruby
    stop('KILL') unless what == :database
  end

  def test_problems_of_starting_are_told_without_a_trace
    TCPServer.open('127.0.0.1', @port) { assert_match(%r{Port #{@port} is taken.*bin/start --port}, start) }
    Process.wait(@pid)
    FileUtils.mkdir_p(File.join(@data, 'mariadb/data/mysql'))
    File.write(File.join(@data, 'mariadb/data', Mariadb::LAST_MADE), 'broken')
    assert_match(%r{MariaDB .*(bin/start --fresh|stopped while starting)}, start)
    Process.wait(@pid)
    assert_match(%r{invalid option: --prot.*Usage: bin/start}, start('--prot', '3'))
    Process.wait(@pid)
    @pid = nil
  end
end
