# frozen_string_literal: true

require_relative '../support/browser'

# Names are changed where they stand, with all that follows told before; what speaks of them is listed; what is typed is
# completed; and what an edit does to all variants is said on every stage at the foot of the page.
class NamesTest < BrowserCase
  def family = store.find('side-frame').family

  def values = Variants::All.new(Plan.of(family)).map { |variant| [variant.name, variant.outcome.values] }

  # Twelve places and more follow, outcomes stay, and one step takes it back.
  def test_a_parameter_is_renamed_where_it_stands
    before = family
    outcomes = values
    open_stage('name')
    find('[data-name-row=length] .name-button').click
    assert_selector '.uses a', minimum: 12
    fill_in 'p-length-name', with: 'frame_length'
    assert_selector '.naming-panel', text: /\d+ places follow; no variant changes/
    assert_selector '.naming-panel li', text: 'part frame, feature windows, built when: length > 600 mm → frame_length > 600 mm'
    press(:enter)
    assert_selector '#p-frame_length-name'
    assert_selector '.did', text: 'No variant changes.'
    assert_equal ['frame_length', 'frame_length > 600 mm'], [family.parameters.first.name, family.feature('windows').built_when]
    assert_equal outcomes, values
    press([:ctrl, 'z'])
    assert_selector '[data-name-row=length]'
    assert_equal before, family
  end

  def test_names_that_cannot_be_had
    open_stage('shape', 'open=windows')
    fill_in 'f-windows-name', with: 'shaft_holes'
    assert_selector '.naming-panel .entry-wrong', text: 'The name shaft_holes is taken.'
    click_on 'Leave it'
    assert_field 'f-windows-name', with: 'windows'
    fill_in 'f-windows-name', with: 'openings'
    click_on 'Rename'
    assert_selector '#f-openings-width'
    assert_selector '.picture [data-feature=openings]'
    assert_equal 'openings', family.rules.flat_map(&:placed_effects).map(&:first).find { |effect| effect.kind == 'suppress' }.target
  end

  # A colour is typed by name, an unknown one is refused with the nearest.
  def test_a_colour_is_typed_by_name
    open_stage('shape', 'open=stock:frame')
    page.execute_script("document.getElementById('stock-colour').focus()")
    press([:ctrl, 'a'], 'Ligth Blue', :tab)
    assert_selector '.entry-wrong', text: '"Ligth Blue" is no colour that is known. Did you mean light blue?'
    page.execute_script("document.getElementById('stock-colour').focus()")
    press([:ctrl, 'a'], 'Light Blue', :tab)
    wait_until { family.part('frame').colour == 'Light Blue' }
    assert_equal 'Light Blue', family.part('frame').colour
  end

  # All that is known of a parameter is changed in its details; a default becomes a formula and back.
  def test_details_of_a_parameter
    # It gives the frame its depth, which can then not be computed.
    capture_io { store.remove('straight-module', person: 'Engineer') }
    open_stage('name')
    find('[data-name-row=depth] .name-button').click
    fill_in 'p-depth-label', with: "Height of the frame\t"
    assert_selector '[data-name-row=depth] .name-button', text: 'Height of the frame'
    select 'computed', from: 'its value is'
    assert_selector '#p-depth-formula'
    fill_in 'p-depth-formula', with: "length / 20\t"
    assert_selector '[data-name-row=depth] .entry-text', text: 'length / 20'
    select 'typed', from: 'its value is'
    assert_selector '#p-depth-default'
    # In another unit every value stays what it is.
    page.execute_script("document.getElementById('p-depth-unit').focus()")
    press([:ctrl, 'a'], 'in')
    assert_text 'Shown in "in" then; every value stays what it is.'
    press(:tab)
    assert_selector '[data-name-row=depth]', text: '4.72441 in'
    click_on 'Move up'
    assert_selector '.names tbody tr:first-child', text: 'depth'
    parameter = family.parameters.first
    assert_equal ['depth', 'Height of the frame', nil, 'length / 20'], [parameter.name, parameter.label, parameter.formula, parameter.default]
  end

  # What is open and selected goes by the new name, also where that of its kind begins alike.
  def test_what_is_open_and_selected_follows
    set = { 'do' => 'rename_parameter', 'name' => 'depth', 'to' => 'parameter' }
    store.edit('side-frame', version: nil, person: 'x', edits: [set]) { |family| Family::Edits.apply(family, set) }
    open_stage('name')
    find('[data-name-row=parameter] .name-button').click
    fill_in 'p-parameter-name', with: 'height'
    click_on 'Rename'
    assert_selector '#p-height-name'
    assert_selector '.because-subject', text: 'height'
  end

  # A rule that is being changed says what it would do, whatever of it is changed.
  def test_a_rule_tells_before_it_is_kept
    open_stage('rule')
    within('[data-rule*="Heavy loads"]') { click_on 'Change' }
    all('.rule-editor [aria-label=value], .rule-editor .rule-argument input', minimum: 1).first.set('2 mm')
    assert_selector '.did.is-would', text: /1 of 8 variants changes: values: gauge/
    assert_equal '3 mm', family.rules.flat_map(&:placed_effects).map(&:first).find { |effect| effect.kind == 'set' }.arguments['to']
    click_on 'Leave it'
    assert_no_selector '.did.is-would'
  end

  # Names, functions and units are offered while one types; nothing is chosen by itself.
  def test_what_is_typed_is_completed
    open_stage('name')
    find('#p-shaft_count-formula').click
    press([:ctrl, 'a'], *'floor(len'.chars)
    assert_selector '.completions li', text: 'length'
    assert_selector '.completions li', text: '2000 mm'
    press(:down, :enter)
    assert_equal 'floor(length', find('#p-shaft_count-formula').value
    assert_no_selector '.completions li'
    press(*' / 100 k'.chars)
    assert_selector '.completions li', text: 'kg'
    press(:escape)
    assert_no_selector '.completions li'
    assert_equal 'floor(length / 100 k', find('#p-shaft_count-formula').value
    press(:escape)
    assert_equal family.parameter('shaft_count').formula, find('#p-shaft_count-formula').value
  end

  # Before a dimension is kept, and after, the foot says what it does to the eight variants; a changed one can be shown.
  def test_what_an_edit_does_is_told_before_and_after
    open_stage('shape', 'open=shaft_holes')
    place = page.evaluate_script("document.querySelector('.foot').getBoundingClientRect().toJSON()")
    find('#f-shaft_holes-diameter').click
    press([:ctrl, 'a'], *'20 mm'.chars)
    assert_selector '.did.is-would', text: /It would: 8 of 8 variants change: shapes: shaft holes; mass of 8/
    assert_equal 'shaft_bore', family.feature('shaft_holes').dimensions['diameter']
    press(:tab)
    assert_selector '.did:not(.is-would)', text: /It did: 8 of 8 variants change/
    assert_equal place, page.evaluate_script("document.querySelector('.foot').getBoundingClientRect().toJSON()")
    click_on 'Which'
    assert_selector '.did-rows li', count: 8
    within('.did-rows') { click_on 'SF-0500' }
    assert_equal '500 × 90 × 35 mm', find('[data-fact=size]', text: '500 ×').text
    click_on 'Undo it'
    assert_selector '#f-shaft_holes-diameter', text: 'shaft_bore'
    assert_equal 'shaft_bore', family.feature('shaft_holes').dimensions['diameter']
  end

  # What is in use is not removed: each place is named, and the parameter stays.
  def test_a_removal_refused_names_the_places
    open_stage('name')
    find('[data-name-row="gauge"] .row-remove').click
    assert_selector '.foot .notice', text: 'gauge is still in use: rule Heavy loads, then, no. 1; table size, column gauge; part frame, stock, thickness.'
    assert store.find('side-frame').family.parameter('gauge')
  end

  # A row, a property and a table are renamed where they stand, with a preview of what follows, and by one undo each.
  def test_rows_columns_and_tables
    store.edit('side-frame', version: nil, person: 'Engineer') do |family|
      [{ 'do' => 'set_feature', 'feature' => 'windows', 'field' => 'built_when', 'text' => 'size.row != "SF-0500"' }]
        .reduce(family) { |own, edit| VastLattice::Family::Edits.apply(own, edit) }
    end
    before = store.find('side-frame').family
    open_stage('vary', 'row[size]=SF-0500')
    find('.sheet-cell', text: 'SF-0500', match: :first).click
    rename('row-name', 'Shortest', /1 place follows; no variant changes/, 'size.row != "SF-0500" → size.row != "Shortest"')
    assert_selector '.sheet-cell.cell-name', text: 'Shortest'
    assert_equal 'size.row != "Shortest"', store.find('side-frame').family.feature('windows').built_when
    click_on 'Columns'
    find(:xpath, "//div[@role='row'][./div[@data-field='name' and normalize-space()='Shortest']]/div[@data-field='length']").click
    rename('column-name', 'span', /20 places follow; no variant changes/, 'built when')
    assert_selector '.sheet-heading', text: 'Frame length'
    assert store.find('side-frame').family.parameter('span')
    rename('table-name', 'lengths', /place(s)? follow/, 'windows, built when')
    assert_selector '#pick-lengths'
    assert_current_path(/tab=lengths/)
    3.times { |number| find('.head [aria-label=Undo]').click && wait_until { store.version('side-frame') >= 5 + number } }
    settle
    assert_equal before, store.find('side-frame').family
  end

  def rename(id, to, follows, place)
    fill_in id, with: to
    within(find("##{id}").find(:xpath, './ancestor::*[@x-data="naming"]')) do
      assert_selector '.naming-panel p', text: follows
      assert_selector '.naming-panel li', text: place
      click_on 'Rename'
    end
    settle
  end
end
