# frozen_string_literal: true

require_relative '../support/application'

# What is stored: nothing typed is lost, every change is one history entry, nobody overwrites another.
class StorageTest < WebCase
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
    stale = refused(Storage::Stale) { edit('switch_rule', version: seen, name: 'Three rollers', active: false) }
    before = reloaded

    assert_match(/Engineer: rule Heavy loads, active/, stale.message)
    assert_match(/Did you mean length/, refused(Storage::Refused) do
      edit('set_feature', feature: 'windows', field: 'width', text: 'lenght')
    end.full_text)
    refused(Storage::Refused) { edit('remove_parameter', name: 'length') }
    assert_equal before, reloaded
  end

  # Ten people at once: every edit lands once.
  def test_edits_at_the_same_time
    threads = Array.new(10) { |index| Thread.new { edit('add_row', table: 'size', name: "T#{index}") } }
    threads.each(&:join)

    assert_equal Array.new(10) { |index| "T#{index}" }, reloaded.tables.first.rows.map(&:name).grep(/\AT/).sort
  end
end
