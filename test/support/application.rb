# frozen_string_literal: true

require_relative 'core'
require_relative '../../bin/lib/mariadb'
require_relative '../../app/boot'
require 'delayed_job_active_record'
require 'rack/test'

# What persons ask for is worked off; tests that want whole families looked through say so.
Delayed::Worker.queues = %w[persons]

# The application as the tests run it: a database of its own, thrown away afterwards.
module TestApplication
  FOLDER = File.join(CoreTest::ROOT, "var/test-#{Process.pid}")

  def self.start
    @start ||= begin
      @database = Mariadb.new(FOLDER).start
      Minitest.after_run { stop }
      VastLattice::Boot.start(@database.settings('lattice_test'))
      @worker = work
      VastLattice::Jobs::Worker.store = store
      VastLattice::Web.app(secret: 'x' * 64, store: store, hosts: ['example.org'])
    end
  end

  # The database hangs while the block is called; +seconds+ is how long it is waited for.
  def self.hung(seconds)
    settings = @database.settings('lattice_test')
    VastLattice::Storage::Database.open(settings.merge(read_timeout: seconds, connect_timeout: seconds))
    pid = Integer(File.read(File.join(FOLDER, 'mariadbd.pid')))
    Process.kill('STOP', pid)
    yield
  ensure
    Process.kill('CONT', pid)
    VastLattice::Storage::Database.open(settings)
  end

  # A worker in a thread of its own.
  def self.work
    worker = VastLattice::Jobs::Worker.new(name: 'test')
    @working = Thread.new { worker.run }
    worker
  end

  # What the database is asked while the block is called: SQL texts. What the worker in its own thread asks meanwhile does not count.
  def self.queries(&)
    asked = []
    noted = ->(*, about) { asked << about[:sql] unless about[:name] == 'SCHEMA' || about[:cached] || Thread.current == @working }
    ActiveSupport::Notifications.subscribed(noted, 'sql.active_record', &)
    asked
  end

  # Nobody works through the queue while the block is called.
  def self.without_worker
    @worker.stop
    @working.join
    yield
  ensure
    @worker = work
  end

  def self.stop
    @worker.stop
    @working.join(2)
    @database.stop
    FileUtils.rm_rf(FOLDER)
  end

  # The demo +without+ some of its families, and nothing else: what a test has changed is stored anew.
  def self.reset(without: [])
    start
    VastLattice::Storage::TaskRecord.delete_all
    untouched = @sums && sums == @sums
    return if untouched && @without == without

    clear_changed(without) unless untouched && (without - @without).empty?
    @without = without
    present = VastLattice::Storage::DocumentRecord.pluck(:slug)
    families = demos.except(*present, *without).values.map { |path| VastLattice::Exchange::FamilyFile.read(File.read(path)).family }
    VastLattice::Family::Kinship.ordered(families).each { |family| store.create(family, person: 'Demo') }
    @loaded = heads
    @sums = sums
  end

  def self.clear_changed(without)
    kept = (heads & @loaded.to_a).reject { |_, slug| without.include?(slug) }
    # Whoever changed a record past the store has changed no head.
    return VastLattice::Storage::Database.clear if kept.empty? || kept == @loaded

    gone = with_users(VastLattice::Storage::DocumentRecord.where.not(id: kept.map(&:first)).pluck(:id))
    VastLattice::Storage::UseRecord.where(user_id: gone).delete_all
    VastLattice::Storage::DocumentRecord.where(id: gone).delete_all
  end

  # Whatever uses what goes is stored anew, too.
  def self.with_users(ids)
    more = VastLattice::Storage::UseRecord.where(used_id: ids).pluck(:user_id) - ids
    more.empty? ? ids : with_users(ids + more.uniq)
  end

  def self.heads = VastLattice::Storage::DocumentRecord.order(:id).pluck(:id, :slug, :version, :digest, :removed_at)

  def self.demos = Dir[File.join(VastLattice::Boot::DEMO, '*.yaml')].to_h { |path| [File.basename(path, '.yaml'), path] }

  # Sums over all that is stored.
  def self.sums
    ActiveRecord::Base.connection.select_rows('CHECKSUM TABLE documents, elements, changes, uses').to_h
  end

  def self.store = @store ||= VastLattice::Storage::Store.new
end

# Base of the tests of the web application without a browser.
class WebCase < CoreCase
  include Rack::Test::Methods

  API = '/api/families/side-frame'

  # Families that others use cannot be removed: without the one that is made of them.
  def without_the_module = store.remove('straight-module', person: 'Engineer')

  # Families of the demo that are not there: where nothing is made of the side frame, its edits concern it alone.
  WITHOUT = [].freeze

  def setup = TestApplication.reset(without: self.class::WITHOUT)
  def app = TestApplication.start
  def store = TestApplication.store

  # The token of this session's forms.
  def token
    get '/families'
    last_response.body[/name="csrf-token" content="([^"]+)"/, 1]
  end

  # Sends a form as the pages do.
  def send_form(path, fields) = post(path, fields, 'HTTP_X_CSRF_TOKEN' => token)

  def post_json(path, data, headers = { 'HTTP_X_CSRF_TOKEN' => token })
    post path, JSON.generate(data), { 'CONTENT_TYPE' => 'application/json', **headers }
    JSON.parse(last_response.body)
  end

  def get_json(path)
    get path
    JSON.parse(last_response.body)
  end
end
