# frozen_string_literal: true

require_relative '../support/started'

# Every process that belongs to bin/start is killed at moments by chance, while clients edit, bring files in and fill in forms: what was
# confirmed is there, once; all comes back by itself; and nothing is left behind by whatever is killed.
class KillsTest < CoreCase
  include Started

  # bin/test --long takes 40.
  KILLS = ENV['LATTICE_LONG'] ? 40 : 4
  # Seconds until it answers again, and until what belonged to a process that was killed is gone: as promised where the machine does
  # nothing else (--long); beside other tests nothing is learnt from how long it takes.
  BACK, GONE = ENV['LATTICE_LONG'] ? [12, 5] : [90, 60]
  WHAT = %i[everything master cluster workshop worker door database].freeze

  def setup
    super
    @forms_port = TCPServer.open('127.0.0.1', 0) { |server| server.addr[1] }
  end

  def start(*more) = super('--forms-port', @forms_port.to_s, *more)

  def test_kills_of_every_process
    start
    form = publish
    confirmed = []
    random = Random.new(11)
    KILLS.times do |round|
      what = WHAT[(round + random.rand(2)) % WHAT.size]
      @over = false
      before = confirmed.size
      clients = [Thread.new { edit_on_and_on(round, confirmed) }, Thread.new { fill_in_on_and_on(form) }, Thread.new { bring_in_quietly }]
      assert(until_true(BACK) { confirmed.size > before + 1 }, "round #{round}: no edit is confirmed")
      sleep random.rand(0.2..1.5)
      begun = now
      below = killed(what)
      assert(until_true(GONE) { below.none? { |pid| alive?(pid) } }, "#{what}: something is left of it")
      start unless @pid
      assert(until_true(BACK - (now - begun)) { answers? }, "round #{round}, #{what}: it is not back") unless what == :everything
      @over = true
      clients.each(&:join)
    end
    assert(until_true(60) { answers? && form_answers?(form) })
    assert_all_is_there_once(confirmed)
  end

  # Changes that were confirmed stand in the history once each, without a gap in its numbers.
  def assert_all_is_there_once(confirmed)
    database = Mysql2::Client.new(**Mariadb.new(File.join(@data, 'mariadb')).settings('lattice'))
    changes = database.query("SELECT number, summary FROM changes JOIN documents ON documents.id = document_id WHERE slug = 'side-frame' ORDER BY number").to_a
    assert_equal((1..changes.size).to_a, changes.map { |change| change['number'] })
    told = changes.map { |change| change['summary'] }.join("\n")
    confirmed.each { |note| assert_equal 1, told.scan("→ #{note}").size + told.scan("added #{note}").size, note }
  ensure
    database&.close
  end

  def publish
    Net::HTTP.start('127.0.0.1', @port) do |http|
      JSON.parse(http.post('/api/families/side-frame/forms/quick/publication', '{}', session(http)).body)['address'].delete_prefix('/forms/')
    end
  end

  def edit_on_and_on(round, confirmed)
    patiently do
      Net::HTTP.start('127.0.0.1', @port, read_timeout: 10) do |http|
        headers = session(http)
        (1..).each do
          break if @over

          @number = @number.to_i + 1
          note = "note #{round}-#{@number}."
          edit = { 'do' => 'put_parameter', 'name' => 'depth', 'fields' => { 'note' => note } }
          confirmed << note if http.post('/api/families/side-frame/edits', JSON.generate('edit' => edit), headers).code == '200'
        end
      end
    end
  end

  # By the door: outcomes, and proposals, for which a solver works in a process of its own.
  def fill_in_on_and_on(form)
    patiently do
      Net::HTTP.start('127.0.0.1', @forms_port, read_timeout: 10) do |http|
        (1..).each do |number|
          break if @over

          http.get("/api/forms/#{form}/outcome?set[length]=#{700 + number}")
          http.get("/api/forms/#{form}/proposals?set[length]=9999&set[depth]=#{number}") if (number % 5).zero?
        end
      end
    end
  end

  # Until it is over, again after each break.
  def patiently
    yield until @over
  rescue SystemCallError, IOError, Timeout::Error, Net::ProtocolError, NoMethodError
    sleep 0.2
    retry
  end

  def bring_in_quietly
    bring_in
  rescue SystemCallError, IOError, Timeout::Error, Net::ProtocolError, NoMethodError, JSON::ParserError
    nil
  end

  # Kills one, and says which processes must go with it.
  def killed(what)
    return [].tap { kill_database } if what == :database

    pid = what == :everything ? @pid : pids(what).sample
    return [] unless pid

    # The database is none of them: it is stopped in order when it is started again.
    below = descendants(pid).reject { |own| command(own).include?('mariadbd') }
    what == :everything ? stop('KILL') : Process.kill('KILL', pid)
    below
  rescue Errno::ESRCH
    []
  end

  def pids(what)
    own = descendants(@pid)
    return own.select { |pid| command(pid).include?('cluster worker') } if what == :cluster

    kind = { master: 'site' }.fetch(what, what.to_s)
    own.select { |pid| parent(pid) == @pid && command(pid).match?(what == :master ? /puma|serving\.rb site/ : /serving\.rb #{kind}/) }
  end

  def descendants(pid) = `pgrep -P #{pid}`.split.map(&:to_i).flat_map { |child| [child, *descendants(child)] }
  def command(pid) = told(pid, 'cmdline').tr("\0", ' ')
  def parent(pid) = told(pid, 'stat')[/\) \S (\d+)/, 1].to_i
  def alive?(pid) = told(pid, 'stat').match?(/\) [^Z]/)

  # What the system tells of a process; nothing of one that has gone.
  def told(pid, what)
    File.read("/proc/#{pid}/#{what}")
  rescue SystemCallError
    ''
  end

  def answers? = Net::HTTP.get_response('127.0.0.1', '/api/families/side-frame', @port).code == '200'
  def form_answers?(form) = Net::HTTP.get_response('127.0.0.1', "/api/forms/#{form}", @forms_port).code == '200'

  def until_true(seconds, &block)
    ends = now + seconds
    loop do
      return true if quietly(&block)
      return false if now > ends

      sleep 0.1
    end
  end

  def quietly
    yield
  rescue SystemCallError, IOError, Timeout::Error
    false
  end

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
end
