# frozen_string_literal: true

require_relative '../support/application'
require_relative '../../bin/lib/bench_load'
require 'puma'
require 'puma/server'

# What takes long is answered by the workshop, another process; everything else, and everything without it, here.
class HandingOnTest < WebCase
  Web = VastLattice::Web

  # An application that notes what it is asked.
  Noting = Struct.new(:app, :asked) do
    def call(env)
      asked << "#{env['REQUEST_METHOD']} #{env['PATH_INFO']}"
      app.call(env)
    end
  end

  def setup
    super
    @here, @there = Array.new(2) { Noting.new(TestApplication.start, Queue.new) }
    @folder = Dir.mktmpdir('lattice')
    @socket = File.join(@folder, 'workshop')
    @server = Puma::Server.new(@there, nil, { log_writer: Puma::LogWriter.null })
    @server.add_unix_listener(@socket)
    @server.run
    @handing_on = Serving::HandingOn.new(@here, Serving::Workshop.new(@socket))
    store.create(Exchange::FamilyFile.read(BenchLoad::HEAVY).family, person: 'Engineer')
  end

  def teardown
    @server.stop(true)
    FileUtils.rm_rf(@folder)
  end

  def app = @handing_on

  # What was asked here and there since the last call.
  def asked = [@here, @there].map { |app| Array.new(app.asked.size) { app.asked.pop } }

  # The workshop is told who asks, so that a bound of one visitor is not one of all; and that he came by the door.
  def test_who_asks_is_told
    given = nil
    told = Serving::Workshop.new(@socket)
    @there.app = ->(env) { given = [Rack::Request.new(env).ip, Web::Door.there?(env)] and [200, {}, ['x']] }
    env = Rack::MockRequest.env_for('/forms/x', 'REMOTE_ADDR' => '198.51.100.7', 'HTTP_HOST' => 'localhost')
    told.call(env)
    assert_equal ['198.51.100.7', false], given
    told.call(env.merge('REMOTE_ADDR' => '203.0.113.9', Web::Door::THERE => true))
    assert_equal ['203.0.113.9', true], given
  end

  HEAVY = '/api/families/heavy/outcome'

  def test_what_takes_long
    heavy = get_json("#{HEAVY}?set[deep]=6")
    assert_equal [["GET #{HEAVY}"], ["GET #{HEAVY}"]], asked
    assert_equal ['6 mm', nil], [heavy.dig('values', 'deep', 'text'), heavy['svg']]
    assert_includes heavy['findings'].map { |finding| finding['code'] }, 'too_tangled'
    assert_equal 'application/json', last_response.content_type

    get_json("#{HEAVY}?set[deep]=6.5")
    assert_equal [[], ["GET #{HEAVY}"]], asked, 'it goes there at once when it is known'

    get_json('/api/families/side-frame/outcome')
    get '/js/app.js'
    assert_equal [['GET /api/families/side-frame/outcome', 'GET /js/app.js'], []], asked
    assert_equal 200, last_response.status
  end

  # What asks for the head alone is answered at once: there is no body to wait for, here or there.
  def test_the_head_of_what_takes_long
    get "#{HEAVY}?set[deep]=11"
    Timeout.timeout(90) do
      3.times do |number|
        head "#{HEAVY}?set[deep]=11.#{number + 1}"
        assert_equal [200, '', 'application/json'], [last_response.status, last_response.body, last_response.content_type]
      end
    end
    assert_equal ["GET #{HEAVY}", *(["HEAD #{HEAVY}"] * 3)], asked.last
  end

  # What changes something is begun once, wherever it ends.
  def test_changes_are_made_once
    changed = post_json('/api/families/heavy/edits', 'edit' => { 'do' => 'put_parameter', 'name' => 'deep', 'fields' => { 'default' => '7 mm' } })
    assert_equal '7 mm', changed.dig('values', 'deep', 'text')
    assert_equal [true, nil], changed.values_at('made', 'unshown')
    assert_equal [['POST /api/families/heavy/edits'], ["GET #{HEAVY}"]], asked.map { |list| list.reject { |what| what == 'GET /families' } }, 'what came of it is worked out there'
    assert_equal 2, store.history('heavy').size
  end

  def test_without_a_workshop
    @handing_on = Serving::HandingOn.new(@here, Serving::Workshop.new("#{@socket}-not"))
    heavy = get_json("#{HEAVY}?set[deep]=8")
    assert_equal '8 mm', heavy.dig('values', 'deep', 'text')
  end

  # Nobody works for a client that has left.
  def test_a_client_that_leaves
    mine, client = UNIXSocket.pair
    client.close
    env = Rack::MockRequest.env_for("#{HEAVY}?set[deep]=9", 'HTTP_HOST' => 'localhost', 'puma.socket' => mine)
    assert_equal 503, @handing_on.call(env).first
  ensure
    mine.close
  end
end
