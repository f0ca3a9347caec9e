# frozen_string_literal: true

require_relative '../support/browser'

# The main journeys, in the real browser.
class JourneysTest < BrowserCase
  WITHOUT = %w[straight-module].freeze

  # From an input event to a changed picture, in milliseconds.
  LATENCY = <<~JS
    const done = arguments[0];
    const picture = document.querySelector('.picture');
    const slider = document.getElementById('ask-quick-length');
    const begun = performance.now();
    new MutationObserver(() => requestAnimationFrame(() => done(performance.now() - begun))).observe(picture, { childList: true });
    slider.value = 1200;
    slider.dispatchEvent(new Event('input', { bubbles: true }));
  JS

  def test_the_length_slider_changes_picture_holes_and_mass_at_once
    open_stage('guide')
    mass = fact('mass')
    assert_equal 26, holes('shaft_holes')
    run_script(LATENCY) # the first request of a session is slower than all that follow
    slide('ask-quick-length', 2000)
    assert_selector '[data-ask=length] .ask-read', text: '2000 mm'

    assert_operator run_script(LATENCY), :<, 500
    assert_equal 16, holes('shaft_holes')
    assert_equal '16', find('[data-ask=shaft_count] .ask-read').text
    refute_equal mass, fact('mass')
  end

  def test_at_the_limit_a_feature_goes_one_step_above_it_is_back
    open_stage('guide')
    slide('ask-quick-length', 601)
    assert_selector '.picture [data-feature=windows]'
    find('.picture [data-feature=windows]').click
    assert_selector '.because', text: 'Its own condition length > 600 mm holds, where length is 601 mm.'

    slide('ask-quick-length', 600)
    assert_no_selector '.picture [data-feature=windows]'
    assert_selector '.because', text: 'Its own condition length > 600 mm does not hold, where length is 600 mm.'
    find('.because-uses button', text: 'length').click
    assert_selector '.because-by', text: 'person (answer)'

    find('[data-choice=heavy]').click
    slide('ask-quick-length', 2500)
    assert_selector '[data-ask=length] .ask-read', text: '2500 mm'
    fill_in 'Find a name', with: "windows.built\n"
    assert_selector '.because', text: 'Rule "Heavy loads" makes it suppressed because load_class = "heavy", where load_class is heavy.'
  end

  # Answers given faster than the program resolves: none is lost.
  def test_answers_in_quick_succession_all_count
    open_stage('guide')
    page.execute_script(<<~JS)
      const slider = document.getElementById('ask-quick-length');
      [900, 1300, 1700].forEach((length) => { slider.value = length; slider.dispatchEvent(new Event('input', { bubbles: true })); });
      document.querySelector('[data-choice=painted]').click();
      document.getElementById('ask-quick-neighbour_follows').click();
    JS

    assert_selector '[data-ask=length] .ask-read', text: '1700 mm'
    assert_selector '[data-choice=painted][aria-pressed=true]'
    assert_selector '.picture [data-feature=joint_holes]'
    assert_text '3 answers'
  end

  def test_picking_a_row_shows_that_row
    open_stage('shape')
    select 'SF-0500', from: 'Sizes'
    assert_selector '[data-fact=mass]', text: '1.179 kg'
    assert_selector '[data-state=windows]', text: 'suppressed'
    assert_no_selector '.picture [data-feature=windows]'
    click_on 'Next row of Sizes'
    assert_selector '[data-state=windows]', text: 'shown'
    find('body').send_keys(%i[alt page_down])
    assert_field 'Sizes', with: 'SF-0800'
    click_link 'Prove'
    assert_selector '.lattice-variant.in-view', text: 'SF-0800'
  end

  def test_undo_brings_the_old_values_back
    open_stage('shape')
    find('button.recipe-title', text: 'Shaft holes').click
    enter('diameter', '14 mm')
    assert_selector '[data-dimension="shaft_holes.diameter"]', text: '14 mm'
    click_on 'Undo'
    assert_selector '[data-dimension="shaft_holes.diameter"]', text: '12.5 mm'
    assert_field 'f-shaft_holes-diameter', with: 'shaft_bore'
    click_on 'Redo'
    assert_field 'f-shaft_holes-diameter', with: '14 mm'
  end

  def enter(label, text, within: '.recipe-step.selected')
    field = find("#{within} .entry", text: label, match: :first).find('.entry-text')
    field.set(text) # leaves the field, which keeps the entry
  end

  def test_a_misspelt_name_is_refused_and_underlined
    open_stage('shape')
    find('button.recipe-title', text: 'Windows').click
    enter('width', '2 * lenght')

    assert_selector '.entry-wrong', text: 'There is no name "lenght". Did you mean length?'
    assert_equal 'lenght', find('.wrong-part').text
    assert_includes find('.wrong-part').style('text-decoration-line').values, 'underline'
    assert_field 'f-windows-width', with: '2 * lenght'
    assert_equal side_frame, store.find('side-frame').family
    find('#f-windows-width').send_keys(:escape)
    assert_field 'f-windows-width', with: 'window_length'
  end

  # A dimension is named where it is typed, a feature is added, its edge changed, its condition tried.
  def test_shaping_without_leaving_the_stage
    open_stage('shape')
    find('.adding summary').click
    fill_in 'Name of the new step', with: 'drain_hole'
    select 'Hole', from: 'Kind of the new step'
    click_on 'Add step'
    assert_selector '.picture [data-feature=drain_hole]'
    enter('diameter', '16 mm as drain_bore')
    assert_field 'f-drain_hole-diameter', with: 'drain_bore'
    select 'the number', from: 'f-drain_hole-keeps'
    find('#f-drain_hole-horizontal-from').select('right')
    enter('horizontally by', '150 mm')
    assert_selector '[data-dimension="drain_hole.horizontal.offset"]', text: '150 mm'
    find('#f-drain_hole-built').click
    press('length > 1 m')
    assert_selector '.entry-says', text: 'yes here; holds in 4 of 8 variants'
    press(:enter)
    assert_selector '[data-recipe=drain_hole] .recipe-condition', text: 'built when length > 1 m'

    family = store.find('side-frame').family
    assert_equal ['16 mm', 'right', 'length > 1 m'],
                 [family.parameter('drain_bore').default, family.feature('drain_hole').horizontal.from,
                  family.feature('drain_hole').built_when]
  end

  def test_a_rule_is_built_by_picking
    open_stage('rule')
    click_on 'New rule', exact: true
    fill_in 'Rule', with: 'Deep frames'
    within('.rule-editor') do
      select 'Frame depth', from: 'Value'
      select 'is at least', from: 'Comparison'
      fill_in 'Compared with', with: '160'
      assert_field 'As text', with: 'depth >= 160 mm'
      assert_selector '.trial-taken', text: 'It applies in 1 of 8 variants'
      find_field('Subject', match: :first).select('Label hole')
      click_on 'Keep the rule'
    end

    assert_selector '[aria-label="Rule Deep frames"]', text: 'applies in 1 of 8 variants'
    rule = store.find('side-frame').family.rule('Deep frames')
    assert_equal ['depth >= 160 mm', [%w[suppress label_hole]]], [rule.branches.first.condition, rule.branches.first.effects.map do |effect|
      [effect.kind, effect.target]
    end]
    within('[aria-label="Rule Deep frames"]') { click_on 'Switch off' }
    assert_selector '.rule-off', text: 'switched off'
  end

  def test_the_lattice_answers_why
    open_stage('prove')
    assert_selector '.lattice-grid [role=gridcell].cell', minimum: 80
    find('[aria-label="Windows in SF-2500: suppressed by rule"]').click
    assert_selector '.because', text: 'Rule "Heavy loads" makes it suppressed'
    find('[aria-label="Tie holes in SF-0500: suppressed by table"]').click
    assert_selector '.because', text: 'Row SF-0500 of table size says suppressed.'
    find('[aria-label="Label hole in SF-0630: hidden by formula"]').click
    assert_selector '.because', text: 'length >= 800 mm does not hold, where length is 630 mm'
    assert_field 'Sizes', with: 'SF-0630'
  end

  def test_a_parameter_is_named_with_its_value
    open_stage('name')
    fill_in 'New parameter', with: 'length * depth as face'
    click_on 'Add'
    assert_selector '[data-name-row=face]', text: '240000 mm2'
    fill_in 'New parameter', with: 'oak, ash as wood'
    select 'choice', from: 'new-kind'
    click_on 'Add'
    assert_selector '[data-name-row=wood]', text: 'oak'
    click_on 'Remove length'
    assert_selector '.notice', text: 'length is still in use: parameter shaft_count, formula;'
  end

  # The whole of a real size table, through the interface: ISO 7089 washers from M3 to M36.
  def test_washers_come_in_as_family_file_and_csv
    visit '/families'
    attach_file('or a file of a family, or of several (YAML, JSON, ZIP)', File.join(ROOT, 'test/data/washer.yaml'))
    assert_selector 'h1', text: 'Plain washer'
    click_link 'Vary'
    attach_file('Import', File.join(ROOT, 'test/data/washer-iso-7089.csv'), make_visible: true)
    assert_selector '.preview h3', text: '17 rows differ'
    click_on 'Take all'
    assert_selector '.sheet-cell', text: 'M5'
    select 'M8', from: 'size'
    assert_selector '[data-fact=mass]', text: '1.829 g'
    click_link 'Release'
    assert_selector '.resolved tbody tr', count: 17
    assert_equal washers, store.find('plain-washer').family
  end

  def test_a_second_person_is_told_what_the_first_changed
    open_stage('shape')
    find('button.recipe-title', text: 'Windows').click
    assert_selector '#f-windows-width'
    page.execute_script("Object.defineProperty(document, 'hidden', { value: true })") # does not look for others by itself
    settle
    set = { 'do' => 'set_feature', 'feature' => 'windows', 'field' => 'width', 'text' => '210 mm' }
    store.edit('side-frame', version: nil, person: 'Colleague') { |family| Family::Edits.apply(family, set) }
    enter('width', '200 mm')

    assert_selector '.entry-wrong', text: 'The family was changed meanwhile: Colleague: part frame, feature windows, width: window_length → 210 mm.'
    assert_equal '210 mm', store.find('side-frame').family.feature('windows').dimensions['width']
  end

  def test_a_specifier_fills_the_form_but_breaks_nothing
    visit '/families'
    select 'Specifier', from: 'Working as'
    assert_no_text 'New family'
    open_stage('guide')
    find('[data-choice=painted]').click
    assert_selector '.ask-says.is-wrong', count: 0
    assert_selector '.ask-read', text: '2000 mm'
    find('[data-choose=load_class][data-choice=heavy]').click
    assert_selector '[data-says=gauge]', text: 'Decided by rule Heavy loads.'
    open_stage('shape')
    assert_no_button 'Add step'
    find('button.recipe-title', text: 'Windows').click
    assert_selector '#f-windows-width[readonly]'
  end
end
