# frozen_string_literal: true

require 'json'
require 'net/http'
require_relative 'bench_hostile'
require_relative 'started'

# Many clients at once, each with one connection that stays open: mixed reads and edits against a real bin/start with the
# demo. What is measured: requests a second, how long they take, whether a client starves or gets an error, memory.
class BenchLoad
  CLIENTS = ENV.fetch('LOAD_CLIENTS', '8,16,32').split(',').map { |count| Integer(count) }.freeze
  # How often memory is looked at while a crowd is there.
  LOOKS = 10
  SLUGS = %w[side-frame roller support-leg end-stop].freeze

  # What one client met: seconds of each request, errors by what they were.
  Client = Struct.new(:times, :errors, :late, :slowest)

  def initialize(seconds: Integer(ENV.fetch('LOAD_SECONDS', '60')), root: ENV.fetch('LOAD_ROOT', Started::ROOT))
    @seconds = seconds
    @root = root
  end

  # Lines of [what, figure, unit].
  def run
    serving { CLIENTS.flat_map { |count| told(count, crowd(count)) } }
  end

  # The same with forms that visitors fill in, without and with one who means harm (BenchHostile).
  def run_siege
    serving do
      @form = publish
      [false, true].flat_map do |hostile|
        CLIENTS.flat_map do |count|
          crowded = hostile ? besieged { crowd(count) } : crowd(count)
          told(count, crowded).map { |what, *figures| ["#{'besieged, ' if hostile}#{what}", *figures] }
        end
      end
    end
  end

  # What others wait for while four clients ask for a shape that takes all that a shape may.
  HEAVY = <<~YAML
    vast_lattice: 1
    family: Heavy
    parameters: [{name: deep, kind: number, unit: mm, default: 5 mm}]
    parts:
      - name: p
        stock: {kind: plate, width: 3000 mm, height: 2000 mm, thickness: 30 mm}
        features:
          - {name: k, kind: pocket, width: 2000 mm, height: 1500 mm, corner_radius: 5 mm, depth: deep}
          - {name: h, kind: countersunk_hole, diameter: 10 mm, head_diameter: 25 mm, on: k, horizontal: {from: left, offset: 600 mm},
             vertical: {from: bottom, offset: 400 mm}, pattern: {kind: grid, count: 15, pitch: 50 mm, rows: 15, row_pitch: 50 mm}}
          - {name: d, kind: hole, diameter: 40 mm, depth: deep + index * 0.1 mm, horizontal: {from: left, offset: 100 mm}, pattern: {count: 240, pitch: 10 mm}}
  YAML
  LIGHT = ['/families', '/families/side-frame/name', '/api/families/side-frame/outcome', '/js/app.js'].freeze
  ASKING = 4

  # Lines of [what, figure, unit].
  def run_heavy
    serving do
      store_heavy
      # Until all processes are there.
      sleep 3
      LIGHT.each { |path| Net::HTTP.get_response('127.0.0.1', path, @port) }
      ends = now + @seconds
      asking = Array.new(ASKING) { |number| Thread.new { ask_heavy(number, ends) } }
      sleep 1
      times = LIGHT.to_h { |path| [path, []] }
      LIGHT.each { |path| times[path] << timed(path) } while now < ends - 1
      heavy = asking.map(&:value).sum
      [['heavy shapes answered', heavy, :plain], *times.map { |path, found| ["#{path}, the slowest of #{found.size}", found.max] }]
    end
  end

  private

  def besieged
    over = false
    session = Net::HTTP.start('127.0.0.1', @port) { |http| open_session(http) }
    hostile = BenchHostile.new(@port)
    working = Thread.new { hostile.run(session, @form) { over } }
    yield
  ensure
    over = true
    working.join
    warn "#{hostile.rounds} rounds of all that is hostile"
  end

  def publish
    Net::HTTP.start('127.0.0.1', @port) do |http|
      path = '/api/families/side-frame/forms/quick/publication'
      JSON.parse(http.post(path, '{}',
                           open_session(http).merge('Content-Type' => 'application/json')).body)['address'].delete_prefix('/forms/')
    end
  end

  def timed(path)
    begun = now
    response = Net::HTTP.get_response('127.0.0.1', path, @port)
    raise "#{path}: #{response.code}" unless response.code == '200'

    now - begun
  end

  def ask_heavy(number, ends)
    (1..).lazy.map do |round|
      query = "set[deep]=#{5 + (number / 10.0) + (round / 1000.0)}"
      Net::HTTP.get_response('127.0.0.1', "/api/families/heavy/outcome?#{query}", @port)
      now < ends
    end.take_while(&:itself).count
  end

  def store_heavy
    Started.store(@port, 'heavy', HEAVY, Net::HTTP.start('127.0.0.1', @port) { |http| open_session(http) })
  end

  def serving
    Started.run(root: @root) do |port, pid|
      @port = port
      @pid = pid
      yield
    end
  end

  def crowd(count)
    ends = now + @seconds
    threads = Array.new(count) { |number| Thread.new { client(number, ends) } }
    @memory = Array.new(LOOKS) do
      sleep @seconds / LOOKS.to_f
      memory
    end
    threads.map(&:value)
  end

  def client(number, ends)
    found = Client.new([], Hash.new(0), [], [0.0])
    random = Random.new(number)
    Net::HTTP.start('127.0.0.1', @port, read_timeout: 60) do |http|
      session = open_session(http)
      one(http, random, session, found) while now < ends
    end
    found
  rescue SystemCallError, IOError, Timeout::Error => e
    found.errors[e.class.name] += 1
    found
  end

  def open_session(http) = Started.session(http)

  def one(http, random, session, found)
    begun = now
    asked = request(random, session)
    response = http.request(asked)
    # Proposals wait for each other on purpose, and are refused where many wait.
    proposals = asked.path.include?('/proposals')
    taken = now - begun
    (proposals ? found.late : found.times) << taken
    found.slowest = [taken, "#{asked.method} #{asked.path}"] unless proposals || taken < found.slowest.first
    found.errors[response.code] += 1 unless ['200', '302', '409', *('503' if proposals)].include?(response.code)
  end

  # Seven of ten read an outcome, as a slider does; the others open pages, fetch a script, edit.
  def request(random, session)
    slug = SLUGS.sample(random: random)
    case random.rand(10)
    when 0 then Net::HTTP::Get.new("/families/#{slug}/#{%w[shape name vary].sample(random: random)}", session)
    when 1 then Net::HTTP::Get.new(%w[/families /js/app.js].sample(random: random), session)
    when 2 then edit(random, session)
    when 3, 4 then @form ? filled_in(random) : outcome(random, session)
    else outcome(random, session)
    end
  end

  def outcome(random, session)
    Net::HTTP::Get.new("/api/families/side-frame/outcome?row[size]=&set[length]=#{random.rand(500..3000)}", session)
  end

  # A visitor: outcomes, and now and then proposals.
  def filled_in(random)
    what = random.rand(8).zero? ? "proposals?set[length]=#{random.rand(3100..9000)}" : "outcome?set[length]=#{random.rand(500..3000)}"
    Net::HTTP::Get.new("/api/forms/#{@form}/#{what}")
  end

  def edit(random, session)
    post = Net::HTTP::Post.new('/api/families/side-frame/edits', session.merge('Content-Type' => 'application/json'))
    post.body = JSON.generate(edit: { do: 'set_feature', feature: 'windows', field: 'height', text: "#{random.rand(20..60)} mm" })
    post
  end

  def told(count, clients)
    times = clients.flat_map(&:times).sort
    share = ->(part) { times[(times.size * part).floor.clamp(0, times.size - 1)] }
    [["#{count} clients: requests a second", times.size / @seconds.to_f, :plain], ['half of them within', share[0.5]],
     ['19 of 20 within', share[0.95]], ['99 of 100 within', share[0.99]],
     ["the slowest (#{clients.map(&:slowest).max_by(&:first).last})", times.max],
     ['fewest requests of a client', clients.map { |client| client.times.size }.min, :plain], wrong(clients), *halves]
  end

  def wrong(clients)
    errors = clients.map(&:errors).reduce { |one, other| one.merge(other) { |_, a, b| a + b } }
    ["errors#{" (#{errors.map { |what, times| "#{times} × #{what}" }.join(', ')})" if errors.any?}", errors.values.sum, :plain]
  end

  # Whether it goes on growing.
  def halves
    @memory.each_slice(LOOKS / 2).zip(%w[first second]).map do |looks, half|
      ["memory of all that serves, at most in the #{half} half", looks.max, :kilobytes]
    end
  end

  # Of all processes below the one that was started, but the database, in kB; what they share counts once (PSS).
  def memory
    [@pid, *descendants(@pid)].sum do |pid|
      told_of(pid, 'cmdline').include?('mariadbd') ? 0 : told_of(pid, 'smaps_rollup')[/^Pss:\s+(\d+)/, 1].to_i
    end
  end

  # What the system tells of a process; nothing of one that has gone.
  def told_of(pid, what)
    File.read("/proc/#{pid}/#{what}")
  rescue SystemCallError
    ''
  end

  def descendants(pid) = `pgrep -P #{pid}`.split.map(&:to_i).flat_map { |child| [child, *descendants(child)] }

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
end
