# frozen_string_literal: true

require_relative '../support/application'

# The health of families as it is looked for in the background: once for all that say the same, also after a worker was
# killed, and never for what is no longer so.
class ReviewsTest < WebCase
  Reviews = VastLattice::Jobs::Review
  def tasks = Storage::TaskRecord.where(kind: 'review')

  def work
    Delayed::Worker.new(quiet: true).tap { |worker| worker.name = 'one' }.work_off
  end

  def setup
    super
    # Whole families are looked through in the background.
    Delayed::Worker.queues = []
    Storage::ReviewRecord.delete_all
    Delayed::Job.delete_all
  end

  def teardown
    Delayed::Worker.queues = %w[persons]
    super
  end

  def edit(text)
    store.edit('side-frame', version: nil, person: 'Ann') do |family|
      Family::Edits.apply(family, 'do' => 'set_feature', 'feature' => 'windows', 'field' => 'note', 'text' => text)
    end
  end

  def test_it_is_looked_for_once_and_holds_for_all_that_say_the_same
    TestApplication.without_worker do
      assert_equal [false, 0.0], get_json("#{API}/review").values_at('done', 'share')
      get_json("#{API}/review")
      assert_equal 1, tasks.count
      work
      found = get_json("#{API}/review")
      assert_equal [true, 8, 8, 8], found.values_at('done', 'variants', 'looked', 'valid')
      assert_match(/\A[n-]{8}\z/, found['levels'])
      assert_equal({ 'done' => true, 'valid' => 8, 'looked' => 8, 'findings' => 1, 'health' => 'note' }, get_json("#{API}/card"))
      note = store.find('side-frame').family.feature('windows').note
      ['one', note].each { |text| edit(text) }
      assert_equal found.except('version'), get_json("#{API}/review").except('version')
      assert_equal 1, tasks.count
    end
  end

  # What was to be looked through before an edit is given up for what is there now.
  def test_an_edit_supersedes_what_waits
    TestApplication.without_worker do
      get_json("#{API}/review")
      edit('one')
      get_json("#{API}/review")
      assert_equal [%w[cancelled waiting], 2], [tasks.order(:id).pluck(:status), Delayed::Job.count]
      work
      assert_equal [true, %w[cancelled done]], [get_json("#{API}/review")['done'], tasks.order(:id).pluck(:status)]
      store.undo('side-frame', person: 'Ann')
      refute get_json("#{API}/review")['done']
    end
  end

  # One that ended without a result is begun again, and persons are served first.
  def test_a_look_that_was_lost_is_begun_again
    TestApplication.without_worker do
      get_json("#{API}/review")
      tasks.update_all(status: 'refused')
      refute get_json("#{API}/review")['done']
      assert_equal %w[waiting], tasks.pluck(:status)
      stored = store.find('side-frame')
      VastLattice::Jobs::Queue.new.begin('import', stored, owner: 'Ann', person: 'Ann', about: { 'file' => 'a.csv', 'table' => 'size' }, input: "variant,length\nSF-0500,510\n")
      first = Delayed::Job.order(:priority, :run_at).first
      assert_includes first.handler, Storage::TaskRecord.find_by(kind: 'import').id.to_s
    end
  end

  # A person's file does not wait until every variant was looked at: the look is put off, which is no failed attempt.
  def test_a_look_gives_way_to_persons
    TestApplication.without_worker do
      get_json("#{API}/review")
      look = Delayed::Job.first
      VastLattice::Jobs::Queue.new.begin('import', store.find('side-frame'), owner: 'Ann', person: 'Ann', about: { 'file' => 'a.csv', 'table' => 'size' },
                                                                             input: "variant,length\nSF-0500,510\n")
      look.payload_object.perform
      look.destroy
      assert_equal [['waiting', 0]], tasks.pluck(:status, :attempts)
      refute get_json("#{API}/review")['done']
      work
      assert_equal [%w[done], %w[done], 0], [tasks.pluck(:status), Storage::TaskRecord.where(kind: 'import').pluck(:status), Delayed::Job.count]
    end
  end

  # A family says its name, code and group itself; the list of families follows, and undo takes it back.
  def test_a_family_is_renamed_and_grouped
    store.edit('side-frame', version: nil, person: 'Ann') do |family|
      [%w[name Rail], %w[group Frames]].reduce(family) { |own, (field, text)| Family::Edits.apply(own, 'do' => 'set_family', 'field' => field, 'text' => text) }
    end
    page = get_page('/families')
    assert_equal(%w[Rail Frames], page.at_css('[data-group=Frames]').then { |card| [card.at_css('h2').text[/\w+/], card.at_css('.card-group').text] })
    assert_equal %w[all Frames], page.css('.families-tools label:last-of-type option').map(&:text)
    refused(Family::Edits::Error) { Family::Edits.apply(store.find('side-frame').family, 'do' => 'set_family', 'field' => 'name', 'text' => ' ') }
    store.undo('side-frame', person: 'Ann')
    assert_equal 'Side frame', get_page('/families').at_css('[href="/families/side-frame/shape"] h2').text[/\w+ \w+/]
  end

  def get_page(path)
    get path
    Nokogiri::HTML(last_response.body)
  end

  # Families are copied, begin with a stock, and come back after they were removed.
  # One that fails is told, in words and once in the log, and not begun again until something changes.
  def test_a_look_that_fails_is_not_begun_again
    TestApplication.without_worker do
      get_json("#{API}/review")
      failing = ->(*) { raise "broken #{rand}" }
      told = capture_io { VastLattice::Checks::Review.stub(:new, failing) { work } }.last
      assert_match(/RuntimeError: broken/, told)
      found = get_json("#{API}/review")
      assert_equal [true, 'error', ['not_looked_through']], [*found.values_at('done', 'health'), found['findings'].map { |one| one['code'] }]
      3.times { get_json("#{API}/card") }
      assert_equal [0, 1], [Delayed::Job.count, tasks.count]
      get '/families/side-frame/prove'
      assert_predicate last_response, :ok?
      edit('changed')
      refute get_json("#{API}/review")['done']
      work
      assert_equal 8, get_json("#{API}/review")['valid']
    end
  end

  def test_the_log_does_not_repeat_itself
    error = RuntimeError.new("x #{rand}")
    assert_equal [1, 0], Array.new(2) { capture_io { VastLattice::Trouble.tell(error) }.last.lines.size }
  end

  # Cards and the header read a review in the same way: what is not valid is an error, whatever else is found.
  def test_the_health_of_a_family
    health = ->(valid, *levels) { VastLattice::Web::FamilyCard::Health.worst('valid' => valid, 'looked' => 3, 'findings' => levels.map { |level| { 'level' => level } }) }
    assert_equal %w[error error warning note fine], [health.call(2, 'note'), health.call(3, 'note', 'error'), health.call(3, 'note', 'warning'), health.call(3, 'note'), health.call(3)]
  end

  def test_families_begin_are_copied_and_come_back
    send_form '/families', 'name' => 'Tie', 'stock' => '0'
    tie = store.find('tie').family
    assert_empty tie.parameters
    assert_equal 'plate', tie.parts.first.stock.kind
    assert_predicate store.find('tie').plan.outcome, :itself
    2.times { send_form '/families/tie/copy', {} }
    assert_equal ['Tie', 'Tie, copy', 'Tie, copy 2'], store.records.map(&:name).grep(/Tie/)
    assert_equal tie.with(name: 'Tie, copy'), store.find('tie-copy').family
    send_form '/families/tie/remove', {}
    get '/families?removed=tie'
    assert_match(/Tie was removed\..*Undo/m, last_response.body)
    send_form '/families/tie/restore', {}
    assert_equal tie, store.find('tie').family
  end
end
