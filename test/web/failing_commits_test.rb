# frozen_string_literal: true

require_relative '../support/application'

# What the database refuses at the last moment is neither stored, nor kept in memory, nor answered as done; and what a person
# typed can be sent again.
class FailingCommitsTest < WebCase
  EDIT = { 'do' => 'set_cell', 'table' => 'size', 'row' => 'SF-0500', 'column' => 'length', 'text' => '512 mm' }.freeze

  # Commits fail with an error of the database while the block is called.
  def failing(error, &)
    adapter = ActiveRecord::Base.connection.class
    commit = adapter.instance_method(:commit_db_transaction)
    adapter.define_method(:commit_db_transaction) { raise error }
    capture_io(&)
  ensure
    adapter.define_method(:commit_db_transaction, commit)
  end

  def length = get_json(API).dig('family', 'tables', 0, 'rows', 0, 'cells', 'length')

  def test_an_edit_whose_commit_fails
    get_json("#{API}/outcome")
    head = { 'HTTP_X_CSRF_TOKEN' => token }
    before = [length, store.version('side-frame'), store.history('side-frame').size]
    { ActiveRecord::ConnectionFailed.new('Lost connection during query') => 503, ActiveRecord::Deadlocked.new('Deadlock found') => 409,
      ActiveRecord::StatementInvalid.new('Disk full') => 507, ActiveRecord::StatementInvalid.new('Something else') => 500 }.each do |error, code|
      failing(error) { post_json("#{API}/edits", { 'edit' => EDIT }, head) }
      assert_equal code, last_response.status
      refute_match(/Lost|Deadlock|Disk|\.rb/, last_response.body)
      assert_equal before, [length, store.version('side-frame'), store.history('side-frame').size], error.class.name
    end
    answer = post_json("#{API}/edits", { 'edit' => EDIT }, head)
    assert_equal [true, before[1] + 1, '512 mm'], [answer['made'], answer['version'], length]
  end

  # The same of undo, of a new family and of one that is removed.
  def test_others_whose_commit_fails
    capture_io { without_the_module }
    post_json("#{API}/edits", 'edit' => EDIT)
    head = { 'HTTP_X_CSRF_TOKEN' => token }
    lost = ActiveRecord::ConnectionFailed.new('gone')
    failing(lost) { post_json("#{API}/undo", {}, head) }
    assert_equal [503, '512 mm'], [last_response.status, length]
    assert_equal 'done', store.history('side-frame').first.status
    failing(lost) { post '/families', { 'name' => 'Half' }, head }
    assert_equal 503, last_response.status
    refute_includes store.records.map(&:name), 'Half'
    failing(lost) { delete API, {}, head }
    assert_equal 503, last_response.status
    assert_includes store.records.map(&:slug), 'side-frame'
    post_json("#{API}/undo", {}, head)
    refute_equal '512 mm', length
  end

  # A task whose putting into the queue fails is not there at all: neither the task nor its job.
  def test_a_task_whose_commit_fails
    TestApplication.without_worker do
      head = { 'HTTP_X_CSRF_TOKEN' => token, 'CONTENT_TYPE' => 'application/octet-stream', 'HTTP_X_FILE_NAME' => 'a.csv' }
      # The page that gave the token has the families looked through.
      [Delayed::Job, Storage::TaskRecord].each(&:delete_all)
      failing(ActiveRecord::ConnectionFailed.new('gone')) { post "#{API}/imports?table=size", "variant,length\nSF-0500,510\n", head }
      assert_equal 503, last_response.status
      assert_equal [0, 0], [Storage::TaskRecord.count, Delayed::Job.count]
    end
  end
end
