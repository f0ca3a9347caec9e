# frozen_string_literal: true

require_relative '../support/application'
require_relative '../support/batches'

# Documents of another composed kind, batches, which use families: they are compiled with them, follow their names, keep an edition where they
# say so, and follow later where many use one family.
class FollowingTest < WebCase
  WITHOUT = %w[straight-module].freeze

  # What follows later does so when the test says.
  def run
    TestApplication.start
    TestApplication.without_worker { super }
  end

  def setup
    super
    Storage::KINDS.register(BatchDocument)
  end

  def teardown
    Storage::KINDS.forget('batch')
    Storage::DocumentRecord.where(kind: 'batch').delete_all
    super
  end

  def batches = store.stores.of(BatchDocument)

  def batch(name, *entries) = Batch.new(name: name, entries: entries.map { |entry| { 'family' => 'Roller', 'answers' => {}, 'edition' => nil, **entry } })
  def made(name, *entries) = batches.create(batch(name, *entries), person: 'Ann').slug

  RENAMED = { 'do' => 'rename_parameter', 'name' => 'wall', 'to' => 'reach' }.freeze
  CALLED = { 'do' => 'set_family', 'field' => 'name', 'text' => 'Roll' }.freeze

  def edit(*edits)
    store.edit('roller', version: nil, person: 'Bea', edits: edits) { |family| edits.reduce(family) { |one, edit| Family::Edits.apply(one, edit) } }
  end

  def limit(text) = edit({ 'do' => 'put_parameter', 'name' => 'wall', 'fields' => { 'least' => text } })

  def entries(slug) = batches.find(slug).content.batch.entries
  def lengths(slug) = batches.find(slug).content.lengths
  def behind(slug) = Storage::UseRecord.behind.where(user_id: batches.find(slug).record.id).count

  # A name follows from a family into a batch, in the same transaction, and back with one step, wherever that is taken.
  def test_names_follow_across_kinds
    slug = made('Monday', 'answers' => { 'wall' => '2.5 mm' })
    assert_equal [2.5], lengths(slug)
    edit(RENAMED, CALLED)
    assert_equal [{ 'family' => 'Roll', 'answers' => { 'reach' => '2.5 mm' }, 'edition' => nil }], entries(slug)
    assert_equal [2.5], lengths(slug)
    assert_equal 'Bea', batches.history(slug).first.person
    assert_equal(%w[Monday], store.used_by('roller').map(&:name))
    assert_match(/used by Monday/, refused(Storage::InUse) { store.remove('roller', person: 'Ann') }.message)
    store.undo('roller', person: 'Bea')
    assert_equal([{ 'wall' => '2.5 mm' }], entries(slug).map { |entry| entry['answers'] })
    store.redo('roller', person: 'Bea')
    batches.undo(slug, person: 'Bea')
    assert_equal %w[Roller wall], [store.find('roller').family.name, *entries(slug).first['answers'].keys]
  end

  # What would break a batch is refused, with the place there, and nothing is stored.
  def test_what_would_break_another_kind
    slug = made('Monday', 'answers' => { 'wall' => '2.5 mm' })
    before = store.version('roller')
    error = refused(Storage::Used) { limit('4 mm') }
    assert_match(/Monday uses it.*entry 1.*2.5 mm/, error.message)
    assert_equal [before, [2.5]], [store.version('roller'), lengths(slug)]
    *, around = store.foresee('roller', edits: [RENAMED]) { |family| Family::Edits.apply(family, RENAMED) }
    assert_equal([%w[Monday reach]], around.map { |one| [one.stored.record.name, *one.after.entries.first['answers'].keys] })
  end

  # An entry that names an edition keeps it: it is not touched, means what it meant, and has a digest of its own.
  def test_an_edition_that_is_kept
    now = store.version('roller')
    kept, newest = [['Kept', now], ['Newest', nil]].map { |name, edition| made(name, 'answers' => { 'wall' => '2.5 mm' }, 'edition' => edition) }
    digest = batches.find(kept).digest
    refute_equal digest, batches.find(newest).digest
    edit(RENAMED, CALLED)
    assert_equal([%w[wall], %w[reach]], [kept, newest].map { |slug| entries(slug).first['answers'].keys })
    assert_equal([[2.5]] * 2, [kept, newest].map { |slug| lengths(slug) })
    assert_equal [0, digest], [behind(kept), batches.find(kept).digest]
    again = batches.edit(kept, version: nil, person: 'Ann') { batch('Kept', 'family' => 'Roll', 'answers' => { 'reach' => '2.5 mm' }) }
    assert_equal [2.5], again.content.lengths
  end

  # Beyond a number of users, the others follow later, one after the other; until then they are as they were, and say so.
  def test_many_follow_later
    count = Storage::Following::AT_ONCE + 5
    slugs = Array.new(count) { |number| made("Batch #{number}", 'answers' => { 'wall' => "#{2 + (number / 100.0)} mm" }) }
    edit(RENAMED)
    waiting, followed = slugs.partition { |slug| behind(slug).positive? }
    assert_equal [5, Storage::Following::AT_ONCE], [waiting.size, followed.size]
    # Whatever is asked of them meanwhile is answered with the edition that they have taken.
    assert_equal [%w[wall]], waiting.map { |slug| entries(slug).first['answers'].keys }.uniq
    assert_equal(waiting.map { |slug| [2.0 + (slugs.index(slug) / 100.0)] }, waiting.map { |slug| lengths(slug) })
    batches.edit(waiting.first, version: nil, person: 'Cem') { |one| one.with(entries: [*one.entries, { 'family' => 'Roller', 'answers' => { 'wall' => '4 mm' }, 'edition' => nil }]) }
    edit(CALLED)
    work_off
    assert_equal 0, Storage::UseRecord.behind.count
    assert_equal [%w[Roll reach]], slugs.map { |slug| [entries(slug).first['family'], *entries(slug).first['answers'].keys] }.uniq
    assert_equal [2.0 + (slugs.index(waiting.first) / 100.0), 4.0], lengths(waiting.first)
    # One step back takes all of them back.
    2.times { store.undo('roller', person: 'Bea') }
    work_off
    assert_equal [%w[Roller wall]], slugs.map { |slug| [entries(slug).first['family'], *entries(slug).first['answers'].keys] }.uniq
  end

  # One that cannot follow stays as it is and says why; when it can, it follows.
  def test_one_that_cannot_follow
    last = made('Last', 'answers' => { 'wall' => '2.5 mm' })
    left_behind(batches.find(last).record) { limit('4 mm') }
    work_off
    assert_match(/2\.5 mm/, Storage::UseRecord.behind.find_by(user_id: batches.find(last).record.id).reason)
    assert_equal [2.5], lengths(last)
    limit('1 mm')
    work_off
    assert_equal [0, [2.5]], [behind(last), lengths(last)]
  end

  # So it is with families, which say so wherever they are shown.
  def test_what_is_said_of_families
    edit({ 'do' => 'put_parameter', 'name' => 'extra', 'fields' => { 'kind' => 'number', 'unit' => 'mm', 'default' => '1 mm' } })
    given = { 'name' => 'r', 'family' => 'Roller', 'values' => { 'extra' => '2 mm' } }
    stand = store.create(Family.from_tree('name' => 'Stand', 'components' => [given]), person: 'Ann')
    left_behind(stand.record) { edit({ 'do' => 'remove_parameter', 'name' => 'extra' }) }
    %w[/families /families/stand/name].each { |path| assert_includes shown(path), 'It follows the last changes of Roller in a moment.' }
    work_off
    %w[/families /families/stand/name].each do |path|
      assert_match(/It goes on with Roller as that was before its last changes\. .*extra/, shown(path), path)
    end
    plan = store.find('stand').plan
    assert_equal [2.0, []], [plan.outcome.placing('r').instance.value('extra'), plan.breaking]
    store.undo('roller', person: 'Bea')
    work_off
    refute_includes shown('/families/stand/name'), 'Roller as that was'
  end

  def shown(path)
    get path
    last_response.body[/<main.*/m].gsub(/<[^>]*>/, ' ')[0, 40_000]
  end

  # As one is that was beyond the number of those that follow at once.
  def left_behind(record)
    uses = Storage::UseRecord.where(user_id: record.id)
    now = store.version('roller')
    uses.update_all(taken: now - 1)
    yield
    uses.update_all(taken: now)
  end

  # Lets everybody follow who can.
  def work_off
    followers = Jobs::Followers.new(store.stores)
    loop { break if followers.some.zero? && !Storage::UseRecord.behind.untried.exists? }
  end
end
