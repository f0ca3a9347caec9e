# frozen_string_literal: true

require_relative '../support/browser'

# Vary and the lattice, in the real browser: mostly by keyboard, as in a spreadsheet.
class VaryBrowserTest < BrowserCase
  WITHOUT = %w[straight-module].freeze

  def family(slug = 'side-frame') = store.find(slug).family
  def table(slug = 'side-frame', name = 'size') = family(slug).table(name)
  def cells(column, slug = 'side-frame', name = 'size') = table(slug, name).rows.map { |row| row.cells[column] }

  # Waits until the stored data are so, and until the sheet has the answer: what is typed is stored a moment later.
  def assert_stored(expected, &)
    wait_until { yield == expected }
    expected.nil? ? assert_nil(yield) : assert_equal(expected, yield)
    wait_until { page.evaluate_script("Alpine.$data(document.querySelector('.workspace')).sending === 0") }
    settle
  end

  def open_grid(query = '', slug: 'side-frame')
    open_stage('vary', query, slug: slug)
    assert_selector '.sheet-cell .cell-unit'
    focus_grid
    press(%i[ctrl home])
  end

  def focus_grid = page.execute_script("document.querySelector('.sheet-view').focus()")

  def cell(row, field) = find(:xpath, "//div[@role='row'][./div[@data-field='name' and normalize-space()='#{row}']]/div[@data-field='#{field}']")

  def copied(kind = 'copy')
    page.evaluate_script(<<~JS)
      (() => {
        const data = new DataTransfer();
        document.activeElement.dispatchEvent(new ClipboardEvent('#{kind}', { clipboardData: data, bubbles: true, cancelable: true }));
        return data.getData('text/plain');
      })()
    JS
  end

  # A table of ten rows from nothing, a block from a spreadsheet, a series of preferred numbers, a row copied and renamed:
  # all by keyboard, all checked against what is stored.
  def test_a_table_from_nothing_by_keyboard
    open_stage('vary', 'tab=new', slug: 'support-leg')
    tab_to('#new-table')
    press('finish', :enter)
    assert_selector '[aria-label="Table finish"]'
    tab_to('.sheet-view')
    press([:alt, 'k'])
    tab_to('#add-column')
    press('brace.m', :tab, :enter) # the option that begins so, and the button beside it
    assert_selector '.sheet-heading', text: 'Brace: material'
    tab_to('.sheet-view')
    10.times { |number| press([:alt, 'n']) && assert_selector('.sheet-body .sheet-row:not([hidden])', count: number + 1) }

    assert_stored(Array.new(10) { |number| "new #{number + 1}" }) { table('support-leg', 'finish').rows.map(&:name) }
    press(%i[ctrl home])
    paste("F-1\tsteel\r\nF-2\t\"stainless_steel\"\r\nF-3\t\r\n")
    assert_stored(['F-1', 'F-2', 'F-3', 'new 4']) { table('support-leg', 'finish').rows.first(4).map(&:name) }
    assert_stored(['steel', 'stainless_steel', nil]) { cells('brace.material', 'support-leg', 'finish').first(3) }
  end

  # Materials and colours in cells: offered while one types, taken by title as by name, refused where unknown with the nearest.
  def test_materials_and_colours_in_cells
    %w[frame.material frame.colour].each do |target|
      store.edit('side-frame', version: nil, person: 'x') { |own| Family::Edits.apply(own, { 'do' => 'add_column', 'table' => 'size', 'target' => target }) }
    end
    open_grid
    press(:f2) # in the name: nothing is offered there
    press(:escape)
    press(*([:right] * table.columns.index { |column| column.target == 'frame.material' }), :right, :f2)
    assert_equal 'stainless_steel', page.evaluate_script("Array.from(document.getElementById(document.activeElement.getAttribute('list')).options).map((one) => one.value).find((one) => one.startsWith('stain'))")
    press('Stainless steel', :enter)
    assert_stored('Stainless steel') { cells('frame.material').first }
    assert_no_selector '.sheet-cell.is-wrong'
    assert_selector '[data-fact=mass]', text: 'kg'
    press('Stainles', :enter)
    assert_selector '.did', text: '1 no longer valid'
    press(:up)
    assert_text '"Stainles" is no material that is known. Did you mean stainless_steel?'
    press(:right, 'Ligth Blue', :enter, :up)
    assert_text '"Ligth Blue" is no colour that is known. Did you mean light blue?'
  end

  def test_a_series_and_a_copied_row_by_keyboard
    open_grid
    press(:right, [:alt, 's'])
    assert_selector '.series-preview li', minimum: 8
    tab_to('#series-first')
    press([:ctrl, 'a'], '630')
    assert_selector '.series-preview', text: 'SF-0500 630'
    press(:enter)
    assert_stored(%w[630 800 1000 1250 1600 2000 2500 3150]) { cells('length') }
    assert_selector '.did', text: 'of 8 variants change'
    tab_to('.sheet-view')
    press(%i[ctrl home], :down, [:alt, 'c'])
    assert_stored(%w[SF-0500 SF-0630] + ['SF-0630 2']) { table.rows.first(3).map(&:name) }
    assert_selector '.sheet-cell.is-active', text: 'SF-0630 2'
    press(:f2, [:ctrl, 'a'], 'SF-0700', :enter)
    assert_stored('SF-0700') { table.rows[2].name }
    assert_equal table.rows[1].cells, table.rows[2].cells
    press(:up, %i[alt up])
    assert_stored(%w[SF-0500 SF-0700 SF-0630]) { table.rows.first(3).map(&:name) }
    press(%i[alt delete])
    assert_stored(%w[SF-0500 SF-0630 SF-0800]) { table.rows.first(3).map(&:name) }
  end

  # What is typed is kept, whatever it is; a bad value is marked, explained, and concerns its row alone.
  def test_cells_by_keyboard
    open_grid('row[size]=SF-2000')
    press(%i[ctrl home], *([:down] * 6), :right, :right)
    assert_selector '.because', text: 'Row SF-2000 of table size says 120 mm.'
    press('140', :enter)
    assert_stored('140') { table.row('SF-2000').cells['depth'] }
    assert_selector '.sheet-cell.is-active', text: '160'
    press(:up, :enter, [:ctrl, 'a'], 'dept', :tab)
    assert_stored('dept') { table.row('SF-2000').cells['depth'] }
    press(:left)
    assert_selector '.cell-finding', text: 'There is no name "dept". Did you mean depth?'
    assert_selector '.cell-fault', text: 'dept'
    assert_selector '.health-error'
    assert_selector '.did', text: '1 no longer valid'
    press(:f2, :escape)
    assert_no_selector '.sheet-input'
    press('length / 20', :enter, :up)
    assert_selector '.cell-line code', text: 'length / 20 = 100 mm'
    press(:delete)
    assert_stored(nil) { table.row('SF-2000').cells['depth'] }
    assert_selector '.cell-line code', text: 'open; 120 mm, decided by default'
    within('.foot') { click_on 'Undo' }
    assert_stored('length / 20') { table.row('SF-2000').cells['depth'] }
  end

  def test_blocks_are_copied_cut_pasted_and_filled_down
    open_grid
    press(:right, %i[shift down], %i[shift right])
    assert_equal "500\t90\n630\t90", copied
    press(%i[ctrl home], :right, :right, %i[shift down], %i[shift down], %i[shift down], [:ctrl, 'd'])
    assert_stored(%w[90 90 90 90 120]) { cells('depth').first(5) }
    assert_equal "90\n90\n90\n90", copied('cut')
    assert_stored([nil, nil, nil, nil, '120']) { cells('depth').first(5) }
    paste("95\n\"100\"\n")
    assert_stored(['95', '100', nil]) { cells('depth').first(3) }
    press(%i[ctrl end], %i[ctrl left], :down)
    paste("SF-8000\t800\t90\nSF-8001\t=")
    assert_stored(%w[SF-8000 SF-8001]) { table.rows.last(2).map(&:name) }
    assert_stored([['800', '90'], ['=', nil]]) { table.rows.last(2).map { |row| row.cells.values_at('length', 'depth') } }
    press(%i[ctrl home])
    paste((['1'] * 12).join("\t"))
    assert_selector '.entry-wrong', text: 'The block has 12 columns'
  end

  # Where a row has a unit of its own to be shown in, a bare number typed or pasted there means that unit, as it is read.
  def test_a_bare_number_means_the_unit_shown_in_its_cell
    [{ 'do' => 'add_column', 'table' => 'size', 'target' => 'shown_in', 'kind' => 'display_unit' },
     { 'do' => 'set_cell', 'table' => 'size', 'row' => 'SF-0500', 'column' => 'shown_in', 'text' => 'in' }].each do |edit|
      store.edit('side-frame', version: nil, person: 'x') { |family| Family::Edits.apply(family, edit) }
    end
    open_grid
    press(:right, '20', :enter)
    assert_stored(['20 in', '630']) { cells('length').first(2) }
    press('640', :enter)
    assert_stored(['20 in', '640']) { cells('length').first(2) }
    press(:up, :up)
    paste("21\n650")
    assert_stored(['21 in', '650']) { cells('length').first(2) }
  end

  def width_of(field) = page.evaluate_script("document.querySelector('.sheet-body [data-field=\"#{field}\"]').offsetWidth")

  # By keyboard and by hand; the width stays when the table is fetched anew.
  def test_columns_are_made_wider_and_narrower
    open_grid
    press(:right)
    begun = width_of('length')
    2.times { press(%i[alt shift right]) }
    assert_equal begun + 32, width_of('length')
    x, y = page.evaluate_script("(() => { const box = document.querySelectorAll('.sheet-grip')[1].getBoundingClientRect(); return [box.x + 3, box.y + 20]; })()")
    mouse = page.driver.browser.mouse
    mouse.move(x: x, y: y).down.move(x: x + 40, y: y, steps: 4).up
    assert_equal begun + 72, width_of('length')
    press([:alt, 'n'])
    assert_selector '.sheet-body .sheet-row:not([hidden])', count: 9
    assert_equal begun + 72, width_of('length')
    12.times { press(:right, %i[alt shift left]) }
    assert_operator width_of('depth'), :>=, 48
    assert_operator page.evaluate_script('document.documentElement.scrollWidth'), :<=, 1280
  end

  # Sorted and filtered for looking at: the stored order stays.
  def test_sorting_and_filtering_keep_the_stored_order
    open_grid
    order = table.rows.map(&:name)
    2.times { find('.sheet-sort', text: 'Frame length').click }
    assert_selector '.sheet-body .sheet-row', text: /\ASF-2500/
    assert_equal 'SF-2500', first_shown
    click_on 'Filter'
    fill_in 'Filter Frame length', with: '>= 1600'
    assert_selector '.sheet-body .sheet-row:not([hidden])', count: 3
    fill_in 'Filter Load class', with: 'medium'
    assert_selector '.sheet-body .sheet-row:not([hidden])', count: 2
    focus_grid
    press(%i[alt up])
    assert_selector '.entry-wrong', text: 'sorted or filtered'
    click_on 'Own order'
    assert_selector '.sheet-body .sheet-row:not([hidden])', count: 8
    assert_equal order, table.rows.map(&:name)
  end

  def first_shown
    page.evaluate_script("Array.from(document.querySelectorAll('.sheet-body .sheet-row:not([hidden])')).sort((a, b) => a.getAttribute('aria-rowindex') - b.getAttribute('aria-rowindex'))[0].querySelector('[data-field=name]').textContent")
  end

  # Two people, two browsers, one table: cells side by side both count, the second sees what the first changed, and on the
  # same cell the second is told before anything is lost.
  def test_two_people_edit_the_same_table
    open_grid
    Capybara.using_session(:second) do
      open_grid
      press(:right, :down, '640', :enter)
      assert_stored('640') { table.row('SF-0630').cells['length'] }
    end
    press(:right, :right, '95', :enter)
    assert_stored(%w[95 640]) { [table.row('SF-0500').cells['depth'], table.row('SF-0630').cells['length']] }
    assert_selector '.notice', text: 'changed meanwhile: table size, row SF-0630, column length: 630 → 640'
    within('.sheet-body') { assert_text '640 mm' }
    Capybara.using_session(:second) do
      within('.sheet-body') { assert_text '95 mm' }
      page.execute_script("Object.defineProperty(document, 'hidden', { value: true })")
      settle
    end
    press(%i[ctrl home], :right, '505', :enter)
    assert_stored('505') { table.row('SF-0500').cells['length'] }
    Capybara.using_session(:second) do
      press(%i[ctrl home], :right, '507', :enter)
      assert_selector '.entry-wrong', text: 'The family was changed meanwhile: Engineer: table size, row SF-0500, column length: 500 → 505.'
      assert_equal '505', table.row('SF-0500').cells['length']
    end
  end

  def edit_as_colleague(cell)
    store.edit('side-frame', version: nil, person: 'Colleague') do |family|
      Family::Edits.apply(family, { 'do' => 'set_cell', 'table' => 'size' }.merge(cell))
    end
  end

  # A state that came in with another row does not count as seen: what a colleague typed meanwhile is not overwritten, and
  # is shown as soon as the page looks again.
  def test_moving_on_does_not_hide_what_others_did
    open_grid
    page.execute_script("Object.defineProperty(document, 'hidden', { value: true, configurable: true })")
    settle
    edit_as_colleague('row' => 'SF-0500', 'column' => 'depth', 'text' => '95')
    press(:down, :down)
    assert_field 'Sizes', with: 'SF-0800'
    press(:up, :up, :right, :right)
    assert_field 'Sizes', with: 'SF-0500'
    press('110', :enter)
    assert_selector '.entry-wrong', text: 'Colleague: table size, row SF-0500, column depth: 90 → 95'
    assert_equal '95', table.row('SF-0500').cells['depth']

    page.execute_script("Object.defineProperty(document, 'hidden', { value: false })")
    assert_selector '.notice', text: 'Colleague changed meanwhile: table size, row SF-0500, column depth: 90 → 95'
    within('.sheet-body') { assert_text '95 mm' }
    press(:up, '110', :enter)
    assert_stored('110') { table.row('SF-0500').cells['depth'] }
  end

  # What one did in another window of the same browser is not told as somebody else's.
  def test_ones_own_other_window
    open_grid
    page.execute_script("Object.defineProperty(document, 'hidden', { value: true, configurable: true })")
    settle
    within_window(open_new_window) do
      open_grid
      press(:right, '505', :enter)
      assert_stored('505') { table.row('SF-0500').cells['length'] }
    end
    page.execute_script("Object.defineProperty(document, 'hidden', { value: false })")
    assert_selector '.notice', text: 'You changed in another window: table size, row SF-0500, column length: 500 → 505'
    page.windows.drop(1).each(&:close)
  end

  # One switch shows all in inches; what was typed stays, and a bare number is meant as it is shown: in cells, series and forms.
  def test_shown_in_inches
    open_grid
    find('.more-facts summary').click
    select 'inch', from: 'Units'
    assert_selector '[data-fact=size]', text: '19.685 × 3.543 × 1.378 in'
    assert_selector '.picture', text: '19.685"'
    within('.sheet-body') { assert_text '19.685 in' }
    open_grid
    press(:right, '20', :enter)
    assert_stored('20 in') { table.row('SF-0500').cells['length'] }
    assert_equal '630', table.row('SF-0630').cells['length']
    press(:up, %i[shift down])
    click_on 'Series'
    select 'arithmetic', from: 'Series'
    fill_in 'step', with: '5'
    assert_selector '.series-preview', text: '25'
    click_on 'Fill'
    assert_stored(['20 in', '25 in']) { %w[SF-0500 SF-0630].map { |row| table.row(row).cells['length'] } }
    open_stage('guide', 'form=quick')
    assert_selector '[data-ask=length] .ask-read', text: /in\z/
    fill_in 'Roller pitch', with: "4\n"
    assert_selector '[data-ask=roller_pitch] .unit', text: 'in'
    # By hand: (2000 − 2 × 62.5) / 101.6 is 18.5.
    assert_selector '[data-ask=shaft_count]', text: '19'
    visit '/families/side-frame/shape'
    find('.more-facts summary').click
    select 'as set', from: 'Units'
    assert_selector '[data-fact=size]', text: 'mm'
  end

  # Complete variants, a row of each table: in the lattice, in the gallery, compared, and as what leaves the house.
  def test_all_tables_together
    open_stage('prove', slug: 'roller')
    select 'All tables together', from: 'Table'
    assert_selector '#lattice .lattice-variant', text: 'RO-50-500 · L3'
    assert_text 'To set states, choose one table.'
    find('#lattice .lattice-variant button', text: 'RO-50-500 · L3').click
    assert_select 'Surfaces', selected: 'L3'
    open_stage('vary', 'tab=gallery', slug: 'roller')
    select 'All tables together', from: 'Table'
    find('.variant-card', text: 'RO-60-630 · L5').click
    assert_select 'Sizes', selected: 'RO-60-630'
    assert_select 'Surfaces', selected: 'L5'
    open_stage('vary', 'tab=compare', slug: 'roller')
    select 'All tables together', from: 'Table'
    select 'RO-80-800 · L3', from: 'Variant 2'
    assert_selector '.compare-table tr', text: /Tube: .*408 mm.*808 mm/
    open_stage('release', slug: 'roller')
    assert_selector '.resolved .is-refused', count: 5
  end

  # A word that is being typed is finished, whatever comes in meanwhile.
  def test_typing_is_not_disturbed_by_what_others_do
    open_grid
    press(:right, :right, '1')
    edit_as_colleague('row' => 'SF-0630', 'column' => 'depth', 'text' => '95')
    # What the page does every three seconds.
    run_script("Alpine.$data(document.querySelector('[x-data=workspace]')).lookForOthers().then(arguments[0])")
    press('00')
    assert_equal '100', find('.sheet-input').value
    press(:enter)
    assert_stored(%w[100 95]) { [table.row('SF-0500').cells['depth'], table.row('SF-0630').cells['depth']] }
    assert_selector '.notice', text: 'Colleague changed meanwhile'
    within('.sheet-body') { assert_text '95 mm' }
  end

  # Out as XLSX, edited elsewhere, brought back: the differences first, then some of them.
  def test_a_spreadsheet_comes_back_and_some_of_it_is_taken
    sheets = Exchange::TableSheets.write(store.find('side-frame').plan)
    sheets.first.rows[2][1] = 590.0
    sheets.first.rows[7][2] = 130.0
    path = File.join(TestApplication::FOLDER, 'edited.xlsx')
    File.binwrite(path, Exchange::SHEET_FORMATS.fetch('xlsx').write(sheets))
    open_stage('vary')
    attach_file('Import', path, make_visible: true)

    assert_selector '.preview h3', text: 'edited.xlsx: 2 rows differ'
    assert_selector '.difference', text: /SF-0630 changed.*length\s+630\s+590/m
    assert_selector '.effect-line', text: 'windows shown → suppressed'
    assert_equal '630', table.row('SF-0630').cells['length']
    uncheck 'Take SF-2000'
    click_on 'Take 1'
    assert_stored(%w[590 120]) { [table.row('SF-0630').cells['length'], table.row('SF-2000').cells['depth']] }
    assert_selector '.did', text: '1 of 8 variants change'
    within('.sheet-body') { assert_text '590 mm' }
    File.binwrite(path, 'variant,length')
    attach_file('Import', path, make_visible: true)
    assert_selector '.preview .problems', text: 'The file is damaged'
    assert_no_button 'Take all'
    click_on 'Leave it as it was'
    assert_no_selector '.preview'
  end

  def test_columns_by_pointing_and_what_a_column_drives
    open_grid
    press(:right)
    assert_selector '.picture [data-parameter~=length].is-driven'
    assert_selector '.picture [data-feature=shaft_holes].is-driven'
    click_on 'Point'
    find('.picture [data-feature=shaft_holes] path', match: :first).click
    assert_stored('shaft_holes.built') { table.columns.last.target }
    click_on 'Point'
    page.execute_script("document.querySelector('.picture [data-parameter~=roller_pitch] text, .picture [data-parameter] text').dispatchEvent(new MouseEvent('click', { bubbles: true }))")
    assert_selector '.sheet-cell.is-active'
    assert_operator table.columns.size, :>=, 9
  end

  # Open columns with limits; a row found by its keys.
  def test_keys_and_open_columns
    open_grid
    press(:right, :right, [:alt, 'k'])
    assert_selector '.column-in-hand', text: 'Frame depth'
    check 'rows are found by it'
    assert_selector '.sheet-heading', text: 'key', count: 2
    check 'open until it is placed'
    fill_in 'least', with: "95\t"
    assert_stored([true, true, '95']) { table.column('depth').to_h.values_at(:key, :open, :least) }
    assert_selector '.row-error', text: 'SF-0500'
    click_on 'Find a row'
    within('[data-panel=find]') do
      select '120', from: 'Frame depth'
      assert_text '3 rows fit'
      assert_equal %w[any 1250 1600 2000], find_field('Frame length').all('option').map(&:text)
      select '1600', from: 'Frame length'
    end
    assert_field 'Sizes', with: 'SF-1600'
  end

  def test_gallery_comparison_combinations_and_part_numbers
    open_stage('vary', 'tab=gallery', slug: 'roller')
    assert_selector '.variant-card svg', count: 5
    find('.variant-card', text: 'RO-89-1000').click
    assert_field 'Sizes', with: 'RO-89-1000'
    click_link 'Compare'
    assert_selector '.compare-table tr', text: /mass\s+8.02 kg\s+6.019 kg/
    click_on 'Add a variant'
    assert_selector '.compare-picture svg', count: 3
    click_link 'Combine'
    assert_text '10 of 15 pairs are valid'
    find('[aria-label="RO-50-400 with L3: not valid"]').click
    assert_selector '.pair-reason', text: 'A tube under 60 mm gives way under the lagging.'
    assert_selector '.complete tbody tr', count: 10
    fill_in 'Filter', with: 'L5'
    assert_selector '.complete tbody tr', count: 2
    click_link 'Part numbers'
    within('[aria-label="Part number"]') do
      find('.pattern-text').set('RO-{diameter}')
      assert_text '4 labels are shared by several of 15 variants'
      find('.pattern-text').set('RO-{diametr}')
      assert_text 'Did you mean diameter?'
    end
    within('[aria-label="Names of the rows of Sizes"]') do
      find('.pattern-text').set('R{diameter}x{lane_width}')
      assert_text 'each label once'
      click_on 'Name the rows'
    end
    assert_stored('R50x400') { table('roller').rows.first.name }
  end

  # The lattice: settled by keyboard in one action, which says what it wrote and where something stronger decides.
  # In another order the same variants stay selected, or the one in view: what is outlined is what will be changed.
  def test_what_is_selected_in_the_lattice_is_what_changes
    open_stage('prove')
    find('[aria-label="Windows in SF-2000: shown by formula"]').click
    press(%i[shift right])
    assert_text '2 cells selected'
    select 'mass', from: 'lattice-sort'
    settle
    outlined = -> { all('.sheet-cell.is-selected[aria-label]').map { |cell| cell['aria-label'][/in (\S+):/, 1] }.uniq.sort }
    chosen = -> { JSON.parse(page.evaluate_script("JSON.stringify(Alpine.$data(document.querySelector('.prove')).chosen.columns)")).sort }
    assert_equal chosen.call, outlined.call
    click_on 'Hide'
    assert_selector '.notice', text: 'typed as hidden'
    assert_equal chosen.call, store.find('side-frame').family.table('size').rows.select { |row| row.cells['windows.shown'] == 'hidden' }.map(&:name).sort
  end

  # What a rule hides is not shown by a cell: it says who decides, and the override is at hand.
  def test_showing_what_a_rule_hides_offers_the_override
    rule = { 'name' => 'Covered', 'when' => 'length > 0 mm', 'then' => [{ 'hide' => 'windows' }] }
    store.edit('side-frame', version: nil, person: 'x') { |own| Family::Edits.apply(own, { 'do' => 'put_rule', 'rule' => rule }) }
    open_stage('prove')
    find('[aria-label="Windows in SF-2000: hidden by rule"]').click
    assert_text '1 cell selected'
    click_on 'Show'
    assert_selector '.notice', text: 'in 1 cell something stronger decides, in SF-2000 rule Covered: an override stands above it'
    within('[aria-label=Override]') do
      assert_equal %w[yes one], [find_field('Value').value, find_field('Where').value]
      fill_in 'because', with: 'The photograph needs it'
      click_on 'Override'
    end
    assert_selector '[aria-label="Windows in SF-2000: shown by formula"]'
    assert_equal ['windows.shown, size SF-2000'], family.overrides.map(&:name)
  end

  def test_the_lattice_is_settled_sorted_and_narrowed
    open_stage('prove')
    find('[aria-label="Windows in SF-2000: shown by formula"]').click
    press(%i[shift right])
    assert_text '2 cells selected'
    click_on 'Hide'
    assert_selector '.notice', text: '2 cells of table Sizes typed as hidden; new column windows.shown.'
    assert_stored([nil, 'hidden', 'hidden']) { cells('windows.shown').last(3) }
    assert_selector '[aria-label="Windows in SF-2000: hidden by table"]'
    within('.foot') { click_on 'Undo it' }
    assert_stored(8) { table.columns.size }
    check 'only what changes'
    assert_no_selector '[aria-label^="Upper flange in"]'
    select 'mass', from: 'Sort by'
    assert_selector '[aria-label="Windows in SF-0500: suppressed by formula"][aria-colindex="2"]'
    find('.lattice-variant button', text: 'SF-1000').click
    assert_field 'Sizes', with: 'SF-1000'
    check 'differ in one thing'
    assert_text 'None differs from SF-1000 in one thing alone.'
    uncheck 'differ in one thing'
    check 'equal ones as one'
    assert_text '8 variants in 6 kinds'
    find('[aria-label="Windows in SF-0800: shown by formula"]').click
    assert_text '3 cells selected'
  end

  # Thousands of rows: the page works, and the end of the table is there.
  def test_a_long_table
    rows = Array.new(3000) { |number| { 'name' => "L#{number}", 'cells' => { 'length' => (500 + (number / 2.0)).to_s } } }
    store.edit('side-frame', version: nil, person: 'x') { |old| Family::Edits.apply(old, 'do' => 'add_rows', 'table' => 'size', 'added' => rows) }
    open_grid
    press(%i[ctrl end], :home, :right)
    assert_selector '.cell-line', text: 'L2999'
    assert_selector '.sheet-cell', text: '1999.5 mm'
    press('1990', :enter)
    assert_stored('1990') { table.rows.last.cells['length'] }
    assert_selector '.sheet-body .sheet-row:not([hidden])', maximum: 60
    fill_in 'Sizes', with: "L1234\t"
    assert_selector '[data-fact=size]', text: '1117 ×'
    click_link 'Prove'
    assert_selector '.lattice-grid [role=gridcell].cell', minimum: 80, maximum: 800
  end
end
