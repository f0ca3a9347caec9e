# frozen_string_literal: true

require_relative '../support/browser'

# From an empty family to a plate with four holes, a slot that is there only where there is room, eight sizes and a form: by
# mouse, and by keyboard alone.
class FromNothingTest < BrowserCase
  SIZES = %w[160 200 250 315 400 500 630 800].freeze
  def family = store.find('base-plate').family

  def test_by_mouse
    visit '/families'
    fill_in 'Name', with: 'Base plate'
    click_on 'Begin'
    assert_selector '.picture svg'
    # The sizes of the stock stand open.
    within('.recipe-stock') { find_field('width').set("200 mm as length\n") }
    assert_field 'width', with: 'length'
    add_holes
    assert_equal 4, holes('holes')
    assert_selector '#step-holes .recipe-fields', count: 1
    stays('[data-recipe=holes] .state-button') { find('[data-recipe=holes] .state-button').click }
    assert_selector '[data-recipe=holes] .state-button', text: 'suppressed'
    stays('[data-recipe=holes] .state-button') { find('[data-recipe=holes] .state-button').click }
    assert_selector '[data-recipe=holes] .state-button', text: 'shown'
    add_slot
    sizes
    form
    assert_made
  end

  def test_by_keyboard
    visit '/families'
    enter('#new-name', 'Base plate', :enter)
    assert_selector '.picture svg'
    assert_selector '.recipe-stock .recipe-fields'
    enter('.recipe-stock .entry-text[id$=width]', '200 mm as length', :enter)
    assert_field 'width', with: 'length'
    tab_to('.adding summary')
    press(:enter)
    { '#new-name-part' => 'holes', '#new-part-diameter' => '9 mm as bore', '#new-horizontal-part' => '15 mm as margin',
      '[aria-label="horizontally from"]' => 'from the l', '#new-vertical-part' => '15 mm', '[aria-label="vertically from"]' => 'from the b',
      '#new-pattern-part' => 'grid', '#new-pattern-part-count' => '2', '#new-pattern-part-pitch' => 'length - 2 * margin',
      '#new-pattern-part-rows' => '2', '#new-pattern-part-row_pitch' => '70 mm' }.each { |field, text| enter(field, text) }
    press(:enter)
    assert_selector '.picture [data-feature=holes]'
    assert_selector '#step-holes :focus'
    tab_to('#new-kind-part')
    press('slot')
    enter('#new-name-part', 'slot', :enter)
    assert_selector '.picture [data-feature=slot]'
    enter('#f-slot-built', 'length >= 300 mm', :enter)
    assert_selector '[data-recipe=slot] .recipe-condition', text: 'built when length >= 300 mm'
    sizes_by_keyboard
    tab_to('a[data-stage=guide]')
    press(:enter)
    assert_selector '#new-form'
    enter('#new-form', 'quick', :enter)
    assert_selector '.guide-head h3', text: 'quick'
    tab_to('.guide-head button[aria-pressed]')
    press(:enter)
    tab_to('.palette li[data-add=length] button')
    press(:enter)
    assert_selector '[data-ask=length]'
    assert_made
  end

  private

  # What a hand clicks twice stays where it is.
  def stays(selector)
    before = place(selector)
    yield
    settle
    assert_equal before, place(selector), selector
  end

  def place(selector)
    page.evaluate_script("(() => { const box = document.querySelector(#{selector.to_json}).getBoundingClientRect(); return [box.x, box.y, box.width, box.height].map(Math.round); })()")
  end

  def focused = page.evaluate_script('document.activeElement.id')

  # All of it, as stored and as drawn.
  def assert_made
    holes, slot = family.features
    assert_equal ['bore', 'grid', 'left', 'margin', 'length >= 300 mm'], [holes.dimensions['diameter'], holes.pattern.kind, holes.horizontal.from, holes.horizontal.offset, slot.built_when]
    assert_equal(SIZES, family.tables.first.rows.map { |row| row.cells['length'] })
    assert_equal %w[length], family.forms.first.fields.map(&:ask)
    open_stage('guide', 'row[size]=new%201', slug: 'base-plate')
    assert_equal 4, holes('holes')
    assert_no_selector '.picture [data-feature=slot]'
    open_stage('guide', 'row[size]=new%204', slug: 'base-plate')
    assert_selector '.picture [data-feature=slot]'
    assert_selector '[data-fact=size]', text: '315 × 100 × 5 mm'
  end

  def add_holes
    find('.adding summary').click
    fill_in 'Name of the new step', with: 'holes'
    fill_in 'diameter', with: '9 mm as bore'
    fill_in 'horizontally', with: '15 mm as margin'
    select 'from the left', from: 'horizontally from'
    fill_in 'vertically', with: '15 mm'
    select 'from the bottom', from: 'vertically from'
    select 'grid', from: 'repeated in'
    { 'count' => '2', 'pitch' => 'length - 2 * margin', 'rows' => '2', 'distance of rows' => '70 mm' }.each { |field, text| within('.adding') { fill_in field, with: text } }
    click_on 'Add step'
    assert_selector '.picture [data-feature=holes]'
  end

  def add_slot
    select 'Slot', from: 'Kind of the new step'
    fill_in 'Name of the new step', with: 'slot'
    click_on 'Add step'
    within('[data-recipe=slot] .condition', match: :first) do
      select 'length', from: 'Name'
      select '>=', from: 'Comparison'
      fill_in 'Value', with: '300'
      click_on 'Set'
    end
    find('.stage-head h2').click
    assert_selector '[data-recipe=slot] .recipe-condition', text: 'built when length >= 300 mm'
    assert_no_selector '.picture [data-feature=slot]'
  end

  def sizes
    find('a[data-stage=vary]').click
    fill_in 'Name of the table', with: 'size'
    click_on 'Begin a table'
    click_on 'Columns'
    select 'length', from: 'New column'
    click_on 'Add column'
    assert_selector '.sheet-heading', text: 'length'
    8.times { |number| stays('.vary-tools .press') { click_on('Add row') && assert_selector('.sheet-body .sheet-row:not([hidden])', count: number + 1) } }
    find(:xpath, "//div[@role='row'][./div[@data-field='name' and normalize-space()='new 1']]/div[@data-field='length']").click
    click_on 'Series'
    select 'R10 (ISO 3)', from: 'Series'
    fill_in 'from', with: '160'
    assert_selector '.series-preview', text: 'new 8 800'
    click_on 'Fill', exact: true
    assert_selector '.did', text: '8'
    stays('.picker .step:last-child') { 3.times { find('.picker .step:last-child').click } }
    assert_equal 'new 4', find('#pick-size').value
  end

  def form
    find('a[data-stage=guide]').click
    click_on 'Begin an empty form'
    click_on 'Arrange'
    find('.palette button', text: 'length').click
    assert_selector '[data-ask=length]'
    click_on 'Arrange'
  end

  def sizes_by_keyboard
    tab_to('a[data-stage=vary]')
    press(:enter)
    assert_selector '#new-table'
    enter('#new-table', 'size', :enter)
    assert_selector '[aria-label="Table size"]'
    tab_to('.sheet-view')
    press([:alt, 'k'])
    tab_to('#add-column')
    press('length', :tab, :enter)
    assert_selector '.sheet-heading', text: 'length'
    tab_to('.sheet-view')
    8.times { |number| press([:alt, 'n']) && assert_selector('.sheet-body .sheet-row:not([hidden])', count: number + 1) }
    press(%i[ctrl home], :right, [:alt, 's'])
    tab_to('#series-kind')
    press('R10')
    enter('#series-first', '160', :enter)
    assert_selector '.did', text: '8'
  end
end
