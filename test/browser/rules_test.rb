# frozen_string_literal: true

require_relative '../support/browser'

# The rule editor: picked and typed are the same rule, and what it does is told before it is kept.
class RulesBrowserTest < BrowserCase
  WITHOUT = %w[straight-module].freeze

  def family = store.find('side-frame').family
  def rule(name) = family.rule(name)

  BOTH = 'length > 1 m and (load_class = "heavy" or windows.built and not(depth in [90 mm..100 mm]))'

  # Nested and, or, not; an else-if; four effects of four kinds: by picking, and, word by word, as text.
  def test_picked_and_typed_are_the_same_rule
    open_stage('rule')
    click_on 'New rule', exact: true
    fill_in 'Rule', with: 'Picked'
    pick_conditions
    pick_effects
    assert_field 'rule-when-0', with: BOTH
    click_on 'Keep the rule'
    assert_selector '[aria-label="Rule Picked"]'

    within('[aria-label="Rule Picked"]') { click_on 'Switch off' }
    click_on 'New rule', exact: true
    fill_in 'Rule', with: 'Typed'
    type(0, BOTH)
    assert_selector '.picks li', count: 8
    pick_effects
    click_on 'Keep the rule'
    assert_selector '[aria-label="Rule Typed"]'
    picked, typed = %w[Picked Typed].map { |name| rule(name).to_tree.except('name', 'active') }
    assert_equal typed, picked
    assert_equal [BOTH, 'length <= 500 mm'], [picked['when'], picked['else_when'].first['when']]
    assert_equal [{ 'set' => 'shaft_bore', 'to' => 'gauge * 6' }, { 'suppress' => 'label_hole' }, { 'limit' => 'roller_pitch', 'most' => '90 mm' }], picked['then']
    assert_equal [{ 'warn' => 'Very short.' }], picked['else_when'].first['then']
  end

  # A typo is underlined where it stands, while one types; what picks cannot say stays as it was typed, within the picks.
  def test_typed_pieces_stay_and_errors_are_underlined
    open_stage('rule')
    click_on 'New rule', exact: true
    fill_in 'Rule', with: 'Odd'
    type(0, 'lenght > 1 m')
    assert_selector '.coloured-back .is-wrong', text: 'lenght'
    # It lies under the text, letter by letter.
    assert_equal(*page.evaluate_script("[document.querySelector('.coloured-text').value, document.querySelector('.coloured-back').textContent]"))
    assert_selector '.rule-editor .entry-wrong', text: 'Did you mean length?'
    assert_button 'Keep the rule', disabled: true
    type(0, 'odd(shaft_count)  and length > 1 m')
    assert_field 'As typed', with: 'odd(shaft_count)'
    find_field('Compared with').set('1200')
    assert_field 'rule-when-0', with: 'odd(shaft_count) and length > 1200 mm'
    click_on 'Keep the rule'
    assert_selector '[aria-label="Rule Odd"]'
    assert_equal 'odd(shaft_count) and length > 1200 mm', rule('Odd').branches.first.condition
  end

  # Two rules fight over 1 mm of a range that no row has: told with that length before the second is kept.
  def test_a_dispute_is_told_before_the_rule_is_kept
    store.edit('side-frame', version: nil, person: 'Engineer') do |own|
      VastLattice::Family::Edits.apply(own, 'do' => 'put_rule', 'rule' => { 'name' => 'Short ties', 'when' => 'length <= 900 mm', 'then' => [{ 'set' => 'tie_count', 'to' => '2' }] })
    end
    open_stage('rule')
    click_on 'New rule', exact: true
    fill_in 'Rule', with: 'Long ties'
    find_field('Effect', match: :first).select('set a value')
    find_field('Subject', match: :first).select('Number of cross ties')
    find('.rule-argument input').set('4')
    type(0, 'length >= 900 mm')
    assert_selector '.trial-dispute', text: 'Disagrees with "Short ties" on tie_count: for example with length = 900 mm.'
    assert_selector '.trial-border', text: /just|below/
    assert_nil rule('Long ties')
    type(0, 'length > 900 mm')
    assert_no_selector '.trial-dispute'
    assert_selector '.trial-taken', text: /It applies in 5 of 8 variants.*when: 5 · nothing: 3/
    click_on 'Keep the rule'
    assert_selector '[aria-label="Rule Long ties"]'
  end

  # A rule table by keyboard, with a gap and an overlap: both are told while it is written, and mended by the line that is
  # offered.
  def test_a_rule_table_with_a_gap_and_an_overlap
    open_stage('rule')
    click_on 'New rule table'
    fill_in 'Rule table', with: 'Bores'
    select 'Tie bore', from: 'What then decides'
    find_field('Input 1').set("length\n")
    find_field('Line 1, length').set('<= 1000')
    find_field('Line 1, then').set('7 mm')
    press(:enter)
    find_field('Line 2, length').click
    paste("[900..2000)\t9 mm\r\n> 2500\t11 mm\r\n")
    assert_selector '.trial-dispute', text: 'Lines 1 and 2 fit at once: for example length: '
    assert_selector '.is-overlapping', count: 2
    assert_selector '.gaps', text: 'length: [2000 mm..2500 mm]'
    find_field('Line 2, length').set('> 9000')
    assert_selector '.trial-dispute', text: 'Line 2 never fits.'
    find_field('Line 2, length').set('(1000..2000)')
    assert_no_selector '.trial-dispute', text: /never fits|fit at once/
    click_on 'Add this line'
    press('10 mm')
    assert_selector '.trial-taken', text: 'Complete'
    find_field('Line 1, length').set('<= 10 kg')
    assert_selector '.trial-taken', text: 'cannot be compared with a mass'
    assert_selector '.rule-grid [aria-invalid=true]', count: 1
    find_field('Line 1, length').set('<= 1000')
    assert_selector '.did.is-would'
    click_on 'Keep the rule table'
    assert_selector '[aria-label="Rule table Bores"]'
    assert_equal([['<= 1000', '7 mm'], ['(1000..2000)', '9 mm'], ['> 2500', '11 mm'], ['[2000 mm..2500 mm]', '10 mm']],
                 family.rule_tables.find { |table| table.name == 'Bores' }.rows.map { |row| row.tests + row.values })
    file = Tempfile.new(['tables', '.dmn']).tap { |own| own.write(VastLattice::Exchange::DecisionFile.write(store.find('side-frame').plan).gsub('Bores', 'Bores by file')) && own.close }
    find('[accept^=".dmn"]', visible: :all).set(file.path)
    assert_selector '[aria-label="Rule table Bores by file"]'
    within('[aria-label="Rule table Bores"]') { click_on 'Switch off' }
    assert_selector '[aria-label="Rule table Bores"].rule-off'
  end

  # Several things follow from a line: a value, a price, a message; the table as a rule, and that as a table again.
  def test_a_rule_table_with_several_outputs_as_a_rule_and_back
    open_stage('rule')
    within('[aria-label="Rule table Tie bolts"]') { click_on 'Change' }
    2.times { click_on 'Add what follows' }
    select 'add a price', from: 'What then 2 does'
    fill_in 'What then 2 is called', with: 'Bolts'
    select 'warn', from: 'What then 3 does'
    find_field('Line 1, then 2').set("4 EUR\t")
    find_field('Line 2, then 3').set('Thin bolts')
    find_field('Line 1, then 2').set('4 kg')
    assert_selector '.trial-taken', text: 'EUR, the currency of the family, is expected'
    assert_selector '.rule-grid [aria-invalid=true]', count: 1
    find_field('Line 1, then 2').set('4 EUR')
    assert_no_selector '.trial-taken', text: 'EUR, the currency of the family, is expected'
    click_on 'Keep the rule table'
    assert_selector '[aria-label="Rule table Tie bolts"] th', text: 'price Bolts'
    table = family.rule_tables.find { |own| own.name == 'Tie bolts' }
    assert_equal [['tie_bore', 'price Bolts', 'warn'], [['11 mm', '4 EUR', ''], ['7 mm', '', 'Thin bolts']]], [table.outputs, table.rows.map(&:values)]
    within('[aria-label="Rule table Tie bolts"]') { click_on 'Change' }
    click_on 'As a rule'
    assert_selector '[aria-label="Rule Tie bolts"] .effect-price'
    within('[aria-label="Rule Tie bolts"]') { click_on 'Change' }
    click_on 'As a rule table'
    assert_selector '[aria-label="Rule table Tie bolts"] th', text: 'price Bolts'
    assert_equal table.outputs.sort, family.rule_tables.find { |own| own.name == 'Tie bolts' }.outputs.sort
    within('[aria-label="Rule Three rollers"]') { click_on 'Change' }
    click_on 'As a rule table'
    assert_selector '.rule-editor .entry-wrong', text: 'is no test of one name'
  end

  # A person decides against a rule, with a reason: told beside the model and in the list, lifted by one click.
  def test_an_override_with_its_reason
    open_stage('name', 'row=size:SF-2000')
    page.execute_script("Alpine.$data(document.querySelector('.workspace')).select('gauge')")
    assert_selector '.because-subject', text: 'gauge'
    click_on 'Override …'
    fill_in 'Value', with: '3 mm'
    fill_in 'because', with: 'Dust must stay out'
    assert_equal 'one', find_field('Where').value, 'what is seen is meant, unless it is said otherwise'
    within('[aria-label=Override]') { click_on 'Override' }
    assert_selector '.overridden li', text: 'Sheet gauge 3 mm Dust must stay out'
    assert_selector '.because-sentence', text: 'The reason: Dust must stay out'
    assert_selector '.because-over', text: 'but is overridden'
    select 'SF-1000', from: 'Sizes'
    assert_no_selector '.overridden li'
    open_stage('rule')
    within('[aria-label=Overrides]') do
      assert_text 'Dust must stay out'
      assert_text "Engineer, #{Time.now.utc.strftime('%F')}"
      click_on 'Lift the override of gauge, size SF-2000'
    end
    assert_no_selector '[aria-label=Overrides]'
    assert_empty family.overrides
  end

  # Who decides whom: walked by mouse and by keys, filtered, back; what is in the middle is explained, a rule is led to.
  def test_the_map_is_walked
    open_stage('rule')
    click_on 'Map: who decides whom'
    assert_selector '.map-middle[aria-label^="length,"]'
    find('.map-box[aria-label="rule Heavy loads"]').click
    assert_selector '.map-middle[aria-label="rule Heavy loads"]'
    assert_equal(['load_class', 'length', 'gauge', 'roller_pitch', 'windows.built'], all('.map-name').map { |box| box['aria-label'].split(',').first })
    assert_equal '/families/side-frame/rule', URI(find_link('Go there')[:href]).path
    page.execute_script("document.querySelector('.map-box[aria-label^=gauge]').focus()")
    press(:enter)
    assert_selector '.map-middle[aria-label^="gauge,"]'
    assert_text 'Sheet gauge: 2 deciders'
    click_on 'Why is it so?'
    assert_selector '.because-subject', text: 'gauge'
    click_on 'table', exact: true
    assert_text 'Sheet gauge: 2 deciders'
    assert_no_selector '.map-table'
    within('.map-trail') { click_on 'rule Heavy loads' }
    assert_selector '.map-middle[aria-label="rule Heavy loads"]'
    find_field('go to').set("tie_bore\n")
    assert_selector '.map-middle[aria-label^="tie_bore,"]'
    assert_selector '.map-rule-table[aria-label="rule table Tie bolts"]'
  end

  # Rules by what they read, what they decide, and any word.
  def test_rules_are_found_by_what_they_speak_of
    open_stage('rule')
    shown = -> { all('[data-speaks] h3').map(&:text) }
    fill_in 'Find rules', with: 'load_class'
    assert_equal ['Heavy loads', 'Tie bolts'], shown.call
    select 'decide it', from: 'How they speak of it'
    assert_no_selector '[data-speaks] h3'
    fill_in 'Find rules', with: 'windows'
    assert_equal ['Heavy loads'], shown.call
    select 'speak of it', from: 'How they speak of it'
    fill_in 'Find rules', with: 'closer rollers'
    assert_equal ['Heavy loads'], shown.call
    fill_in 'Find rules', with: ''
    assert_equal 4, shown.call.size
  end

  # A set is switched off and on as a whole; a rule that is off by itself stays so; moving changes the page alone.
  def test_sets_and_order
    table = family.rule_tables.first.with(set: 'Paint and rollers').to_tree
    store.edit('side-frame', version: nil, person: 'Engineer') { |own| VastLattice::Family::Edits.apply(own, 'do' => 'put_rule_table', 'rule_table' => table) }
    open_stage('rule')
    ['Three rollers', 'Zinc needs no paint'].each do |name|
      within("[aria-label='Rule #{name}']") { click_on 'Change' }
      fill_in 'in set', with: 'Paint and rollers'
      click_on 'Keep the rule'
      assert_no_selector '.rule-editor'
    end
    within('[aria-label="Rule Three rollers"]') { click_on 'Switch off' }
    assert_selector '[aria-label="Rule Three rollers"].rule-off'
    click_on 'Opt out …'
    select 'Windows', from: 'What opts out'
    fill_in 'Reason for opting out', with: 'They stay as they are'
    click_on 'Opt out', exact: true
    assert_selector '.opt-out', text: 'Windows opts out: They stay as they are'
    assert_equal 'windows from Paint and rollers', family.opt_outs.first.name
    click_on 'Take windows from Paint and rollers back in'
    assert_no_selector '.opt-out'
    click_on 'Switch the set off'
    assert_selector '.rule-off', count: 3
    assert_selector "[aria-label='Rule table #{table['name']}'].rule-off"
    assert_equal [['Paint and rollers'], true], [family.sets_off, rule('Zinc needs no paint').active]
    click_on 'Switch the set on'
    assert_selector '.rule-off', count: 1
    before = store.find('side-frame').plan.outcome.values
    click_on 'Move Heavy loads down'
    settle
    assert_equal 'Three rollers', family.rules.first.name
    drag('[aria-label="Rule Heavy loads"]', '[aria-label="Rule Zinc needs no paint"]')
    settle
    assert_equal ['Three rollers', 'Heavy loads', 'Zinc needs no paint'], family.rules.map(&:name)
    assert_equal 'Paint and rollers', rule('Heavy loads').set
    assert_equal before, store.find('side-frame').plan.outcome.values
  end

  # A property of a table is one value where one is wanted: it is picked like any other, and its unit is understood.
  def test_a_property_of_a_table_is_picked
    store.edit('roller', version: nil, person: 'x') do |own|
      column = Family::Edits.apply(own, { 'do' => 'add_column', 'table' => 'surface', 'target' => 'price', 'kind' => 'number', 'unit' => 'EUR' })
      { 'B' => '0', 'L3' => '9.50', 'L5' => '14.00' }.reduce(column) { |made, (row, text)| Family::Edits.apply(made, { 'do' => 'set_cell', 'table' => 'surface', 'row' => row, 'column' => 'price', 'text' => text }) }
    end
    open_stage('rule', 'row[surface]=L5', slug: 'roller')
    click_on 'New rule', exact: true
    fill_in 'Rule', with: 'Dear surface'
    select_in(line(0), 'Value', 'Surfaces: price')
    select_in(line(0), 'Comparison', 'is above')
    find_field('Compared with').set('10')
    assert_field 'rule-when-0', with: 'surface.price > 10 EUR'
    find_field('Effect', match: :first).select('warn')
    find_field('Message').set('This surface is dear.')
    assert_selector '.trial-taken', text: /when: 5/
    click_on 'Keep the rule'
    assert_selector '[aria-label="Rule Dear surface"]'
    assert_selector '.foot, .facts, body', text: 'This surface is dear.', match: :first
    assert_equal 'surface.price > 10 EUR', store.find('roller').family.rule('Dear surface').branches.first.condition
  end

  # What is clicked in the picture goes where the hand is.
  def test_the_picture_is_picked_from
    open_stage('rule', 'row[size]=SF-2000')
    click_on 'New rule', exact: true
    find_field('Comparison').click
    page.execute_script("document.querySelector('.picture [data-feature=tie_holes]').dispatchEvent(new MouseEvent('click', { bubbles: true }))")
    assert_field 'rule-when-0', with: 'tie_holes.built'
    find_field('Subject', match: :first).click
    page.execute_script("document.querySelector('.picture [data-feature=windows]').dispatchEvent(new MouseEvent('click', { bubbles: true }))")
    assert_field 'Subject', with: 'windows'
    assert_selector '.trial-taken', text: 'when: 7'
  end

  private

  def type(branch, text)
    find("#rule-when-#{branch}").set(text)
    settle
  end

  def pick_conditions
    select_in(line(0), 'Comparison', 'is above')
    line(0).find_field('Compared with').set('1000')
    find_field('Compared with').set('1 m')
    click_on 'Add a group'
    select_in(line(1), 'Value', 'Load class')
    select_in(line(1), 'Compared with', 'heavy')
    all('.pick-group').last.click_on('Add a group')
    select_in(line(2), 'Value', 'Windows: built?')
    all('.pick-group').last.click_on('Add a group')
    all('.pick-group').last.find('select').select('none of')
    select_in(line(3), 'Value', 'Frame depth')
    select_in(line(3), 'Comparison', 'is from … to')
    line(3).find_field('From').set('90')
    line(3).find_field('To').set('100')
  end

  def line(number) = all('.pick-test', minimum: number + 1)[number]
  def select_in(place, field, words) = place.find_field(field).select(words)

  def pick_effects
    click_on 'Add an effect', match: :first
    click_on 'Add an effect', match: :first
    effects = all('.rule-branch .rule-line', count: 3)
    [['set a value', 'Shaft bore'], ['suppress', 'Label hole'], ['limit', 'Roller pitch']].zip(effects) do |(effect, subject), row|
      row.find_field('Effect').select(effect)
      row.find_field('Subject').select(subject)
    end
    effects[0].find('.rule-argument input').set('gauge * 6')
    effects[2].find_field('Most').set('90 mm')
    click_on 'Otherwise when …'
    type(1, 'length <= 500 mm')
    last = all('.rule-branch').last
    last.find_field('Effect').select('warn')
    last.find_field('Message').set('Very short.')
    settle
  end
end
