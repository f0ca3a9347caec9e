# frozen_string_literal: true

require_relative '../support/application'
require_relative '../support/edit_examples'
require_relative '../support/random_edits'

# What is stored: nothing typed is lost, every change is one history entry, nobody overwrites another.
class StorageTest < WebCase
  WITHOUT = %w[straight-module].freeze

  def edit(name, version: nil, **arguments)
    store.edit('side-frame', version: version, person: 'Engineer') { |family| Family::Edits.apply(family, arguments.transform_keys(&:to_s).merge('do' => name)) }
  end

  def reloaded = Storage::Store.new.find('side-frame').family

  def test_a_family_is_stored_whole
    assert_equal side_frame, reloaded
    washer = store.create(washers, person: 'Engineer')
    assert_equal washers, Storage::Store.new.find(washer.slug).family
  end

  # A long walk of edits, then all the way back and forth again, each state read afresh from the database.
  def test_undo_and_redo_walk_the_history
    states = [reloaded]
    [['set_cell', { table: 'size', row: 'SF-0500', column: 'length', text: '520 mm' }],
     ['add_row', { table: 'size', name: 'SF-0501', like: 'SF-0500', after: 'SF-0500' }],
     ['rename_row', { table: 'size', row: 'SF-0800', name: 'sf-0800' }], ['remove_rows', { table: 'size', rows: %w[SF-1000 SF-1250] }],
     ['set_feature', { feature: 'windows', field: 'width', text: '250 mm as opening' }], ['remove_feature', { feature: 'label_hole' }],
     ['switch_rule', { name: 'Heavy loads', active: false }], ['add_column', { table: 'size', target: 'finish' }],
     ['rename_rule', { name: 'Three rollers', to: 'At least three' }], ['set_default_row', { table: 'size', row: 'SF-0630' }],
     ['put_alternatives', { name: 'slots', features: %w[left_leg_slot middle_leg_slot], none: true }],
     ['put_rule_table', { rule_table: { 'name' => 'Bores', 'output' => 'window_length', 'inputs' => ['depth'],
                                        'rows' => [{ 'tests' => ['> 130'], 'value' => '300' }] } }],
     ['remove_rule_table', { name: 'Tie bolts' }], ['remove_column', { table: 'size', target: 'gauge' }],
     ['remove_field', { form: 'quick', ask: 'gauge' }], ['add_table', { name: 'finishes', columns: ['colour'] }],
     ['add_row', { table: 'finishes', name: 'bare' }]]
      .each do |name, arguments|
      edit(name, **arguments)
      states << reloaded
    end

    assert_equal states.size, states.uniq.size
    states.reverse.drop(1).each { |state| assert_equal state, store.undo('side-frame', person: 'Engineer').family && reloaded }
    states.drop(1).each { |state| assert_equal state, store.redo('side-frame', person: 'Engineer').family && reloaded }
    assert_equal 1 + (3 * (states.size - 1)), store.history('side-frame', limit: 500).size
  end

  # Every edit there is, read again from the database, and taken back.
  def test_every_edit_is_stored_and_taken_back
    EditExamples::ALL.each do |example|
      ground = EditExamples.ground(side_frame, example)
      before = store.edit('side-frame', version: nil, person: 'Engineer') { ground }.plan.breaking
      expected = Family::Edits.apply(ground, example.edit)
      begin
        made = store.edit('side-frame', version: nil, person: 'Engineer') { expected }
      rescue Storage::Refused
        refute_empty Plan.of(expected, library: store.library).breaking - before, example.name
      else
        assert_empty made.plan.breaking - before, example.name
        assert_equal expected, reloaded, example.name
        store.undo('side-frame', person: 'Engineer')
      end
      assert_equal ground, reloaded, example.name
    end
  end

  def test_a_new_edit_ends_the_redo
    edit('switch_rule', name: 'Heavy loads', active: false)
    store.undo('side-frame', person: 'Engineer')
    edit('switch_rule', name: 'Three rollers', active: false)

    assert_nil store.next_steps('side-frame').last
    assert_equal reloaded, store.redo('side-frame', person: 'Engineer').family
  end

  def test_a_stale_or_wrong_edit_changes_nothing
    seen = store.find('side-frame').version
    edit('switch_rule', version: seen, name: 'Heavy loads', active: false)
    stale = refused(Storage::Stale) { edit('remove_rule', version: seen, name: 'Heavy loads') }
    before = reloaded

    assert_match(/Engineer: rule Heavy loads, active/, stale.message)
    assert_match(/Did you mean length/, refused(Storage::Refused) do
      edit('set_feature', feature: 'windows', field: 'width', text: 'lenght')
    end.full_text)
    needed = refused(Storage::Refused) { edit('remove_parameter', name: 'length') }
    assert_match(/\AIt would break .*parameter .* more\. In the first: /, needed.message)
    refute_match(/would break/, refused(Storage::Refused) { edit('put_parameter', name: 'spare', fields: { 'formula' => 'lenght' }) }.message)
    assert_equal before, reloaded
  end

  # Edits of people who have not seen each other's: side by side both count, on the same cell the second is told.
  def test_edits_side_by_side_merge
    seen = store.find('side-frame').version
    cell = ->(row, column, text) { edit('set_cell', version: seen, table: 'size', row: row, column: column, text: text) }
    cell.call('SF-0500', 'length', '510')
    cell.call('SF-0500', 'depth', '95')
    cell.call('SF-0630', 'length', '640')
    edit('add_row', version: seen, table: 'size', name: 'SF-9000')
    edit('add_column', version: seen, table: 'size', target: 'finish')
    edit('set_column', version: seen, table: 'size', target: 'depth', field: 'key', text: 'yes')
    edit('put_parameter', version: seen, name: 'length', fields: { 'note' => 'of one frame' })
    stale = refused(Storage::Stale) { cell.call('SF-0500', 'length', '520') }

    assert_match(/row SF-0500, column length: 500 → 510/, stale.message)
    [['remove_rows', { rows: ['SF-0500'] }], ['rename_row', { row: 'SF-0630', name: 'SF-0631' }], ['add_row', { name: 'SF-9000' }],
     ['set_column', { target: 'depth', field: 'key', text: '' }], ['remove_column', { target: 'depth' }]].each do |name, arguments|
      refused(VastLattice::Error) { edit(name, version: seen, table: 'size', **arguments) }
    end
    table = reloaded.table('size')
    assert_equal [%w[510 95], '640', 'SF-9000', 'finish', true],
                 [table.row('SF-0500').cells.values_at('length', 'depth'), table.row('SF-0630').cells['length'], table.rows.last.name,
                  table.columns.last.target, table.column('depth').key]
  end

  # Every version can be had again from the history.
  # What a change was told to have been made on top of: the others' changes since, never one's own, never later ones.
  def test_others_since_a_version
    seen = store.find('side-frame').version
    store.edit('side-frame', version: nil, person: 'Colleague') { |family| Family::Edits.apply(family, { 'do' => 'switch_rule', 'name' => 'Heavy loads', 'active' => false }) }
    own = edit('set_cell', version: seen, table: 'size', row: 'SF-0500', column: 'length', text: '520')
    again = edit('set_cell', version: own.version, table: 'size', row: 'SF-0500', column: 'length', text: '520')

    assert_equal %w[Colleague], store.others(own, seen).map(&:person)
    assert_empty store.others(own, own.version - 1)
    assert_equal [own.version - 1, nil], [own.made, again.made]
    assert_equal %w[Colleague Engineer], store.others(again, seen).map(&:person)
    undone = store.undo('side-frame', person: 'Engineer')
    assert_equal %w[Colleague Engineer], store.others(undone, seen).map(&:person)
    assert_empty store.others(own, undone.version)
  end

  def test_earlier_versions
    families = [reloaded]
    edit('set_cell', table: 'size', row: 'SF-0500', column: 'length', text: '510')
    families << reloaded
    edit('move_rows', table: 'size', rows: %w[SF-2500 SF-0500], before: 'SF-1000')
    families << reloaded
    store.undo('side-frame', person: 'Engineer')
    families << reloaded

    assert_equal %w[SF-0630 SF-0800 SF-0500 SF-2500 SF-1000], families[2].table('size').rows.first(5).map(&:name)
    families.each_with_index { |family, index| assert_equal family, Storage::Store.new.at('side-frame', index + 2).family }
    assert_nil store.at('side-frame', 99)
    assert_equal 3, store.since('side-frame', 2).size
  end

  # What cannot be read in a cell is kept and concerns its row alone; other errors are refused.
  def test_a_bad_cell_is_kept
    edit('set_cell', table: 'size', row: 'SF-0500', column: 'depth', text: 'two feet')
    stored = Storage::Store.new.find('side-frame')
    results = %w[SF-0500 SF-0630].map { |row| stored.plan.outcome(Plan::Pick.new(rows: { 'size' => row })) }

    assert_equal 'two feet', stored.family.table('size').row('SF-0500').cells['depth']
    assert_equal(['table size, row SF-0500, column depth'], stored.plan.errors.map { |finding| finding.place.to_s })
    assert_equal([['120 mm', 1], ['90 mm', 0]], results.map { |outcome| [outcome.text('depth'), outcome.findings.count(&:error?)] })
    assert_match(/cannot be read here/, results.first.because('depth').over.join)
    assert_equal stored.family, Exchange::FamilyFile.read(Exchange::FamilyFile.yaml(stored.family)).family
  end

  # What others are made of is found by its name, which nobody else may have: neither made, nor renamed, nor brought back.
  def test_a_name_belongs_to_one_family
    taken = /There is a family (Side frame|Gone) already/
    assert_match taken, assert_raises(Error) { store.create(side_frame, person: 'Ann') }.message
    gone = store.create(side_frame.with(name: 'Gone'), person: 'Ann')
    assert_match taken, assert_raises(Error) { store.edit(gone.slug, version: nil, person: 'Ann') { |family| family.with(name: 'SIDE frame') } }.message
    capture_io { store.remove(gone.slug, person: 'Ann') }
    store.create(side_frame.with(name: 'Gone'), person: 'Ann')
    assert_match taken, assert_raises(Error) { store.restore(gone.slug, person: 'Ann') }.message
    edit('set_family', field: 'name', text: 'SIDE FRAME')
    assert_equal 'SIDE FRAME', reloaded.name
  end

  # Ten people at once: every edit lands once.
  def test_edits_at_the_same_time
    threads = Array.new(10) { |index| Thread.new { until_it_lands { edit('add_row', table: 'size', name: "T#{index}") } } }
    threads.each(&:join)

    assert_equal Array.new(10) { |index| "T#{index}" }, reloaded.tables.first.rows.map(&:name).grep(/\AT/).sort
  end

  # Whoever has waited for too long behind the others, on a busy machine, is told so and does it again.
  def until_it_lands
    yield
  rescue Storage::Contended
    retry
  end

  # A change that is made stays made although it cannot be shown, and the person is told so.
  def test_what_cannot_be_shown_is_made_all_the_same
    shown = VastLattice::Web::ViewState.instance_method(:to_tree)
    VastLattice::Web::ViewState.define_method(:to_tree) { raise 'no picture today' }
    changed = nil
    _, told = capture_io { changed = post_json("#{API}/edits", 'edit' => { 'do' => 'switch_rule', 'name' => 'Heavy loads', 'active' => false }) }
    assert_equal 200, last_response.status
    assert_match(/change was made, but .* cannot be shown/, changed['unshown'])
    assert_match(/no picture today/, told)
    assert_equal [true, store.version('side-frame')], changed.values_at('made', 'version')
    refute reloaded.rule('Heavy loads').active
  ensure
    VastLattice::Web::ViewState.define_method(:to_tree, shown)
  end

  # The digest follows each change, and is that of the whole; what says the same has the same one.
  def test_digests
    digest = -> { Storage::DocumentRecord.find_by(slug: 'side-frame').digest }
    whole = ->(family) { Storage::Digest.of(Family::Elements.of(family)) }
    seen = [digest.call]
    assert_equal whole.call(reloaded), seen.first
    random = Random.new(5)
    30.times do
      store.edit('side-frame', version: nil, person: 'Engineer') { |family| Family::Edits.apply(family, RandomEdits.new(family, random).edit) }
      assert_equal whole.call(reloaded), digest.call
      seen << digest.call
    rescue VastLattice::Error
      next
    end
    assert_operator seen.uniq.size, :>, 15
    steps = store.history('side-frame', limit: 100).size - 1
    steps.times { store.undo('side-frame', person: 'Engineer') }
    assert_equal seen.first, digest.call, 'what says the same'

    Storage::DocumentRecord.where(slug: 'side-frame').update_all(digest: nil)
    Storage::Store.new.find('side-frame')
    assert_equal seen.first, digest.call, 'of a document from before there were digests'
  end

  # Another kind of document: a list of notes, which may use families. Store, history, undo, following and use are the same.
  Notes = Struct.new(:name, :notes, :about, keyword_init: true)

  module NotesDocument
    Patch = Struct.new(:bodies, :orders) do
      def empty? = bodies.empty? && orders.empty?
      def to_tree = { 'bodies' => bodies, 'orders' => orders }
      def reversed = Patch.new(bodies.map { |key, before, after| [key, after, before] }, orders.map { |key, before, after| [key, after, before] })

      def applied(notes)
        header = bodies.find { |key, _, _| key == NotesDocument.header }&.last || { 'name' => notes.name, 'about' => notes.about }
        texts = bodies.to_h { |(_, _, name), _, after| [name, after] }
        order = orders.find { true }&.last || notes.notes.map(&:first)
        kept = notes.notes.to_h
        Notes.new(name: header['name'], about: header['about'], notes: order.map { |name| [name, texts.key?(name) ? texts[name]['text'] : kept[name]] })
      end
    end
    Made = Struct.new(:bodies, :orders)

    extend VastLattice::Storage::Kind

    class << self
      def name = 'notes'
      def header = ['notes', '', '']
      def lists = ['note']
      def child(_) = nil
      def blank(title) = Notes.new(name: title, notes: [], about: [])
      def title(notes) = notes.name
      def patch_of(tree) = Patch.new(tree['bodies'], tree['orders'])
      def names(notes, _, _) = notes.notes.map(&:first)
      def differences(old, new) = ["#{old.notes.size} notes become #{new.notes.size}"]
      def compiled(notes, before: nil) = Struct.new(:family, :before).new(notes, before && nil)
      def document(plan) = plan.family
      def faults(plan) = plan.family.notes.select { |_, text| text == 'bad' }.map { VastLattice::Finding.new(code: :bad, level: :error, wording: 'A bad note.') }
      def uses(notes) = notes.about.map { |title| VastLattice::Storage::Use.new(kind: 'family', title: title) }

      def taken_apart(notes)
        bodies = { header => { 'name' => notes.name, 'about' => notes.about }, **notes.notes.to_h { |name, text| [['note', '', name], { 'text' => text }] } }
        Made.new(bodies, { ['note', ''] => notes.notes.map(&:first) })
      end

      def assembled(bodies, orders)
        names = orders.fetch(['note', ''], [])
        Notes.new(name: bodies[header]['name'], about: bodies[header]['about'].to_a, notes: names.map { |name| [name, bodies[['note', '', name]]['text']] })
      end

      def patch(old, new)
        one, other = [old, new].map { |notes| taken_apart(notes) }
        bodies = (one.bodies.keys | other.bodies.keys).map { |key| [key, one.bodies[key], other.bodies[key]] }
        orders = (one.orders.keys | other.orders.keys).map { |key| [key, one.orders[key], other.orders[key]] }
        Patch.new(*[bodies, orders].map { |list| list.reject { |_, before, after| before == after } })
      end
    end
  end

  def test_an_older_program_refuses_newer_data
    versions = ActiveRecord::Base.connection_pool.schema_migration
    versions.create_version('29990101000000')
    assert_match(/newer Vast Lattice.*Start the newer one/, refused(Storage::Database::Newer) { Storage::Database.send(:migrate) }.full_text)
  ensure
    versions.delete_version('29990101000000')
    Storage::Database.send(:migrate)
  end

  def test_another_kind_of_document
    notes, other = Array.new(2) { Storage::Store.new(NotesDocument) }
    made = notes.create(Notes.new(name: 'Roller', notes: [%w[a one]], about: ['roller']), person: 'Ann')
    refute_equal 'roller', made.slug, 'addresses differ'
    other.find(made.slug)
    states = [made.family]
    [[%w[a one], %w[b two]], [%w[b two], %w[a one]], [%w[b 2]], []].each do |list|
      states << notes.edit(made.slug, version: nil, person: 'Ann') { |before| before.dup.tap { |copy| copy.notes = list } }.family
      assert_equal states.last, other.find(made.slug).family
      assert_equal states.last, Storage::Store.new(NotesDocument).find(made.slug).family
    end
    states.reverse.drop(1).each { |state| assert_equal state, notes.undo(made.slug, person: 'Ann').family }
    refused(Storage::Refused) { notes.edit(made.slug, version: nil, person: 'Ann') { |before| before.dup.tap { |copy| copy.notes = [%w[a bad]] } } }

    refused(Storage::Missing) { store.find(made.slug) }
    refused(Storage::Missing) { notes.find('roller') }
    assert_equal ['Roller'], store.used_by('roller').map(&:name)
    assert_match(/used by Roller/, refused(Storage::InUse) { store.remove('roller', person: 'Ann') }.message)
    delete '/api/families/roller', {}, 'HTTP_X_CSRF_TOKEN' => token
    assert_equal 'It is used by Roller.', JSON.parse(last_response.body).dig('error', 'message')
    assert_equal ['Take it out of there first.', 422], [JSON.parse(last_response.body).dig('error', 'remedy'), last_response.status]
    notes.edit(made.slug, version: nil, person: 'Ann') { |before| before.dup.tap { |copy| copy.about = [] } }
    store.remove('roller', person: 'Ann')
    assert_equal ['Roller'], notes.records.map(&:name)
  end
end
