# frozen_string_literal: true

require 'open3'
require_relative '../support/browser'

# Drawing sheets in the real browser: from a family without any to a PDF of all its sizes, by mouse and by keyboard.
class DrawingSheetsBrowserTest < BrowserCase
  SLUG = 'support-leg'
  WITHOUT = %w[straight-module].freeze

  def sheet = store.find(SLUG).family.drawing_sheets.first

  def assert_kept(expected)
    wait_until { yield == expected }
    expected.nil? ? assert_nil(yield) : assert_equal(expected, yield)
    # Not until nothing is asked for: the strip asks for all variants anew.
    wait_until { page.evaluate_script("Alpine.$data(document.querySelector('.workspace')).sending === 0") }
  end

  def set_up_sheet(slug = SLUG)
    visit "/families/#{slug}/release"
    click_link '+ Drawing sheet'
    click_button 'Begin the sheet'
    assert_selector '.sheet-place svg'
    assert_selector '.sheet-card svg', count: store.find(SLUG).family.variant_count
  end

  # Where a view's lines are in the window.
  def middle_of(view)
    page.evaluate_script("(() => { const box = document.querySelector('.sheet-place [data-view=#{view}] path').getBoundingClientRect(); return [box.x + box.width / 2, box.y + box.height / 2]; })()")
  end

  def drag_by(from, over, down)
    mouse = page.driver.browser.mouse
    mouse.move(x: from[0], y: from[1]).down
    mouse.move(x: from[0] + (over / 2), y: from[1] + (down / 2))
    mouse.move(x: from[0] + over, y: from[1] + down).up
  end

  def test_from_none_to_a_pdf_of_all_sizes
    set_up_sheet
    select 'Section', from: 'Add'
    click_button 'Add the view'
    assert_selector '.sheet-place [data-view=section]'

    drag_by(middle_of('space'), 40, 30)
    assert_kept(true) { sheet.view('space').moved? }
    click_button 'Undo'
    assert_kept(false) { sheet.view('space').moved? }

    find('.sheet-settings summary', text: 'Dimensions').click
    tolerance = first('.sheet-tolerance')
    tolerance.fill_in(with: 'wide')
    press(:tab)
    assert_text '"wide" is no tolerance.'
    assert_equal '', first('.sheet-tolerance').value
    first('.sheet-tolerance').fill_in(with: '±0.2')
    press(:tab)
    assert_selector '.sheet-place text', text: '±0.2'
    measured = first('.sheet-way')
    measured.select('from one origin')
    assert_kept('running') { sheet.dimensions.map(&:shown).find { |shown| shown != 'yes' } }
    undone = sheet.dimensions.find { |own| own.shown == 'running' }
    click_button 'Undo'
    assert_kept('yes') { sheet.dimension(undone.feature, undone.of).shown }

    hidden = sheet.dimensions.first
    first('.sheet-dimensions input[type=checkbox]').uncheck
    assert_kept('no') { sheet.dimension(hidden.feature, hidden.of).shown }
    assert_no_selector '.sheet-place text', text: '±0.2'

    assert_pdf(find_link('PDF of all variants')[:href], store.find(SLUG).family.variant_count)
  end

  # As many pages at least, each with its size.
  def assert_pdf(address, pages)
    bytes = Net::HTTP.get(URI(address))
    told, = Open3.capture2('pdfinfo', '-', stdin_data: bytes, binmode: true)
    assert_operator told[/Pages: +(\d+)/, 1].to_i, :>=, pages, told
    text, = Open3.capture2('pdftotext', '-', '-', stdin_data: bytes, binmode: true)
    store.find(SLUG).family.tables.first.rows.each { |row| assert_includes text, row.cells['height'].to_s.delete_suffix(' mm') }
  end

  def test_by_keyboard
    visit "/families/#{SLUG}/release?tab=new"
    tab_to('#new-sheet')
    press(:enter)
    assert_selector '.sheet-place svg'
    tab_to('#sheet-place')
    before = page.evaluate_script("Alpine.$data(document.querySelector('.workspace')).state.pick.rows.size")
    press(:left)
    wait_until { page.evaluate_script("Alpine.$data(document.querySelector('.workspace')).state.pick.rows.size") != before }
    tab_to('.view-item:nth-of-type(4) .link-press')
    press(:enter)
    assert_selector '.sheet-place [data-view=space].is-chosen'
    page.execute_script("document.querySelector('#sheet-place').focus()")
    press(:right)
    assert_kept(true) { sheet.view('space').moved? }
    press(:delete)
    assert_kept(nil) { sheet.view('space') }
    tab_to('#add-view')
    press('det')
    tab_to('#add-through')
    press(:down)
    tab_to('.sheet-add .press')
    press(:enter)
    wait_until { sheet.view('detail') }
    assert_equal store.find(SLUG).family.features.first.name, sheet.view('detail').through
  end
end
