# frozen_string_literal: true

require_relative '../support/browser'

# Forms from the desk of their author to somebody who has nothing but an address.
class FormsTest < BrowserCase
  WITHOUT = %w[straight-module].freeze

  def form(name) = store.find('side-frame').family.form(name)
  def groups(name) = form(name).pages.map { |page| [page.title, page.groups.map(&:title)] }

  def open_desk(name)
    open_stage('guide', "tab=#{name}")
    page.driver.resize(1280, 2400)
    click_on 'Arrange'
    assert_selector '.form-preview iframe'
  end

  # What the page beside the desk shows; it may be loading anew just then.
  def preview(&)
    settle
    tries ||= 4
    within_frame(find('.form-preview iframe'), &)
  rescue Ferrum::BrowserError, Ferrum::NodeNotFoundError, Capybara::ElementNotFound
    sleep 0.3
    (tries -= 1).positive? ? retry : raise
  end

  # Publishes a form by its panel; gives the address.
  def publish(name, slug: 'side-frame')
    open_stage('guide', "tab=#{name}", slug: slug)
    find('.publish > summary').click
    click_on 'Publish'
    assert_selector '.publish > summary', text: 'Published, as of edition'
    find('.publish > summary').click if has_no_selector?('.publish-body a', wait: 1)
    find('.publish-body a', text: '/forms/').text[%r{/forms/\w+}]
  end

  # Somebody who has only the address.
  def as_visitor(address, width: 1280, height: 900)
    page.driver.clear_cookies
    page.driver.resize(width, height)
    visit address
    assert_selector '.fill-picture svg'
  end

  # From the list beside it by drag and by key; a group goes to another page by drag and back by keys; pages are three.
  def test_a_form_is_designed
    open_stage('guide', 'tab=new')
    fill_in 'new-form', with: 'own'
    click_on 'Begin an empty form'
    assert_selector '.guide-head h3', text: 'own'
    page.driver.resize(1280, 2400)
    click_on 'Arrange'
    find('.palette li[data-add=length] button').click
    assert_selector '.ask[data-named=length]'
    settle
    drag('.palette li[data-add=finish]', '.ask[data-named=length]')
    assert_selector '.ask[data-named=finish]'
    settle
    2.times { click_on('Add a page').then { settle } }
    click_on 'Add a group to Questions'
    settle
    assert_equal 3, form('own').pages.size
    assert_equal %w[finish length], form('own').fields.map(&:ask).sort
    drag('.guide-page[data-at="0"] .guide-group[data-at="0/1"]', '.guide-page[data-at="2"] .guide-group[data-at="2/0"]')
    settle
    assert_equal([1, 1, 2], form('own').pages.map { |own| own.groups.size })
    tab_to('.guide-page[data-at="2"] .guide-group[data-named="group New group"] [aria-label$="into the one before"]', most: 250)
    press(:enter)
    settle
    assert_equal([1, 2, 1], form('own').pages.map { |own| own.groups.size })
    assert_selector '.palette', text: 'Asked for already'
    drag('.ask[data-named=length]', '.guide-desk > .drop-zone')
    settle
    assert_equal %w[length], form('own').pages.last.groups.flat_map(&:fields).map(&:ask)
    find('[aria-label="Undo"]').click
    assert_selector '.guide-page', count: 3
    preview { assert_selector '.fill-pages li', count: 3 }
  end

  # Settings, a condition put together from lists, a narrowing; the page beside it follows.
  def test_settings_reach_the_page
    open_desk('quick')
    find('.ask[data-named=length] .arrange-settings').click
    fill_in 'form-quick-0-0-0-unit', with: "m\t"
    preview { assert_selector '[data-ask=length] .ask-read', text: '2 m' }
    fill_in 'form-quick-0-0-0-most', with: "2.5 m\t"
    preview { assert_selector '#ask-quick-length[max="2.5"]' }
    find('.ask[data-named=depth] .arrange-settings').click
    within('.ask[data-named=depth] .arrange-panel') do
      select 'load_class', from: 'form-quick-0-0-1-shown-name'
      fill_in 'form-quick-0-0-1-shown-value', with: 'heavy'
      first('button', text: 'Set').click
    end
    find('#form-quick-0-0-1-shown').send_keys(:tab)
    assert_selector '.ask[data-named=depth].is-absent'
    preview do
      assert_no_selector '[data-ask=depth]'
      find('.fill-absent summary').click
      assert_selector '.fill-absent', text: 'Frame depth: not asked, because Load class is medium'
    end
    find('.ask[data-named=load_class] .arrange-settings').click
    fill_in 'form-quick-0-1-0-narrow-0-when', with: "length > 2 m\t"
    fill_in 'form-quick-0-1-0-narrow-0-choices', with: "medium, heavy\t"
    wait_until { form('quick').field('load_class').narrowings.any? { |own| own.choices == %w[medium heavy] } }
    preview do
      slide('ask-quick-length', 2.2)
      assert_selector '[data-choice=light][aria-disabled=true]'
    end
  end

  # What is published is what was seen beside the desk.
  def test_the_page_beside_the_desk_is_the_published_one
    address = publish('full')
    seen = ['/families/side-frame/forms/full', address].map do |path|
      visit path
      assert_selector '.fill[data-chosen]'
      page.evaluate_script("document.querySelector('.fill').innerHTML").gsub(%r{/(families/side-frame|forms/\w+)/pictures}, '').sub(%r{<span class="fill-draft">.*?</span>}, '').gsub(/\s+/, ' ')
    end
    assert_operator seen[0].size, :>, 10_000
    assert_equal(*seen)
  end

  # Every control is used; from nothing to a valid product with its 3D picture, its price and its PDF.
  def test_somebody_with_only_the_address_configures
    address = publish('full')
    as_visitor(address)
    assert_equal VastLattice::Family::CONTROLS.names.sort, page.evaluate_script("Array.from(new Set(Array.from(document.querySelectorAll('[data-control]'), (one) => one.dataset.control)))").sort
    select '1250', from: 'Frame length', match: :first
    assert_selector '.fill-facts', text: 'SF-1250-120-2-GAL'
    assert_selector '.fill-facts', text: 'a standard variant'
    select 'none: free values', from: 'ask-full-size-row'
    slide('ask-full-length', 1400)
    assert_selector '.fill-facts', text: 'SF-1400'
    fill_in 'ask-full-window_length', with: "8 in\t"
    assert_field 'ask-full-window_length', with: '20.32'
    click_on 'Next'
    find('[data-choice=heavy]').click
    assert_selector '[data-ask=gauge] .ask-says', text: 'Your other answers decide it: Load class heavy.'
    slide('ask-full-roller_pitch', 100)
    slide('ask-full-shortest_load', 200)
    assert_selector '.fill-proposals', text: 'These answers do not go together.'
    assert_selector '.fill-facts', text: 'none yet'
    assert_selector '.fill-keep button[disabled]'
    assert_selector '.proposal-list strong', text: 'Shortest load'
    find('.proposal-list strong', text: 'Shortest load', match: :first).ancestor('.proposal-list > li').click_on('Take it')
    assert_no_selector '.fill-proposals'
    assert_selector '[data-ask=shortest_load] .ask-read', text: '300 mm'
    finish
    keep
  end

  # On a telephone: nothing is wider than it, the picture stays in sight, a touch is enough.
  def test_on_a_telephone
    address = publish('full')
    as_visitor(address, width: 390, height: 844)
    assert_operator page.evaluate_script('document.documentElement.scrollWidth'), :<=, 390
    find('.fill-pages button', text: 'Finish').click
    find('[data-choice=painted]').click
    assert_selector '[data-choice="ink blue"][aria-disabled=false]'
    find('[data-choice="ink blue"]').click
    assert_operator page.evaluate_script("document.querySelector('.fill-picture').getBoundingClientRect().top"), :>=, 0
    within('.fill-keep') { click_on 'Keep' }
    assert_selector '.fill-kept'
    assert_operator page.evaluate_script('document.documentElement.scrollWidth'), :<=, 390
    find('.fill-kept code').click
    assert_selector '.summary h1'
    assert_operator page.evaluate_script('document.documentElement.scrollWidth'), :<=, 390
  end

  # Inside a page of another site: where it is listed, and nowhere else.
  def test_inside_another_page
    server = TCPServer.new('127.0.0.1', 0)
    origin = "http://127.0.0.1:#{server.addr[1]}"
    address = publish('full')
    serving = Thread.new { loop { serve_page(server.accept, "<!doctype html><title>Shop</title><h1>Shop</h1><iframe src='#{page.server_url}#{address}' width='900' height='700'></iframe>") } }
    Capybara.current_session.visit(origin)
    assert_selector 'h1', text: 'Shop'
    within_frame(find('iframe')) { assert_no_selector '.fill', wait: 2 }
    store_origin(address, origin)
    Capybara.current_session.visit("#{origin}/again")
    within_frame(find('iframe')) do
      assert_selector '.fill-facts', text: 'SF-2000'
      slide('ask-full-length', 900)
      assert_selector '.fill-facts', text: 'SF-0900'.sub('0', '')
      within('.fill-keep') { click_on 'Keep' }
      assert_selector '.fill-kept'
    end
  ensure
    serving&.kill
    server&.close
  end

  def serve_page(client, html)
    client.readpartial(4000)
    client.write("HTTP/1.1 200 OK\r\nContent-Type: text/html\r\nContent-Length: #{html.bytesize}\r\nConnection: close\r\n\r\n#{html}")
    client.close
  end

  def store_origin(address, origin)
    publications = VastLattice::Storage::Store.new(VastLattice::Storage::PublicationDocument)
    publications.edit(address.split('/').last, version: nil, person: 'x') { |own| own.with(origins: [origin]) }
  end

  # By keys alone; values outside limits offer the nearest ones; what cannot be read is told at its field.
  def test_by_keys
    visit '/families/side-frame/forms/full'
    assert_selector '.fill-picture svg'
    tab_to('#ask-full-depth')
    press([:ctrl, 'a'], '93', :tab)
    assert_selector '[data-ask=depth] .ask-says.is-wrong', text: 'in steps of 5 mm'
    tab_to('[data-ask=depth] .ask-nearest button')
    press(:enter)
    assert_field 'ask-full-depth', with: '90'
    tab_to('#ask-full-depth')
    press([:ctrl, 'a'], 'abc', :tab)
    assert_selector '[data-ask=depth] .ask-says.is-wrong', text: 'There is no name'
    tab_to('.fill-pages li:nth-child(3) button', most: 120)
    press(:enter)
    tab_to('[data-choice=painted]')
    press(:enter)
    assert_selector '[data-choice=painted][aria-pressed=true]'
    assert_includes page.current_url, 'set%5Bfinish%5D=painted'
  end

  # A form that is applied waits for its button.
  def test_an_applied_form_waits
    store.edit('side-frame', version: nil, person: 'x') { |family| Family::Edits.apply(family, { 'do' => 'set_form_item', 'form' => 'quick', 'field' => 'filled', 'text' => 'applied' }) }
    visit '/families/side-frame/forms/quick'
    assert_selector '.fill-facts', text: '2000 × 120 × 35 mm'
    slide('ask-quick-length', 900)
    find('[data-choice=heavy]').click
    assert_selector '.fill-facts', text: '2000 × 120 × 35 mm'
    click_on 'Apply the answers'
    assert_selector '.fill-facts', text: '900 × 120 × 35 mm'
    assert_selector '[data-choice=heavy][aria-pressed=true]'
  end

  # What differs inside components of kept configurations: beside one another, and against the family as it is now.
  def test_kept_configurations_of_an_assembly
    TestApplication.reset
    visit publish('quick', slug: 'straight-module')
    %w[round hexagonal].each do |shaft|
      find("[data-choice=#{shaft}]").click
      assert_selector "[data-choice=#{shaft}][aria-pressed=true]"
      keep_as(shaft)
    end
    visit '/configurations'
    all('.kept-table tbody input[type=checkbox]').each(&:click)
    click_on 'Compare 2 side by side'
    assert_selector 'tr.is-different', text: /rollers/i
    set = { 'do' => 'put_parameter', 'name' => 'stub', 'fields' => { 'default' => '16 mm' } }
    store.edit('roller', version: nil, person: 'Ann') { |family| Family::Edits.apply(family, set) }
    visit '/configurations'
    assert_selector '.kept-now', text: 'differs', count: 2
    click_on 'hexagonal'
    assert_selector '.summary-now li', text: /rollers/i
  end

  # What was kept is found, compared and made a row.
  def test_kept_configurations
    address = publish('quick')
    visit address
    [900, 1100].each do |length|
      slide('ask-quick-length', length)
      assert_selector '.fill-facts', text: "#{length} × 120"
      within('.fill-keep') { click_on 'Keep' }
      assert_selector '.fill-kept'
      click_on 'Keep another'
    end
    visit '/configurations?text=SF-'
    all('.kept-table tbody input[type=checkbox]').each(&:click)
    click_on 'Compare 2 side by side'
    assert_selector 'tr.is-different', text: 'Frame length'
    click_on 'SF-1100-120-2-GAL', match: :first
    fill_in 'called', with: 'SF-1100'
    click_on 'Add the row'
    assert_text 'Row SF-1100 stands in table size now.'
    assert_equal '1100 mm', store.find('side-frame').family.table('size').row('SF-1100').cell('length')
    set = { 'do' => 'put_parameter', 'name' => 'length', 'fields' => { 'most' => '1000 mm' } }
    store.edit('side-frame', version: nil, person: 'Ann') { |family| Family::Edits.apply(family, set) }
    visit '/configurations?text=SF-'
    assert_selector '.kept-now.is-impossible', text: 'impossible now', count: 1
    assert_selector '.kept-now', text: 'as it was', count: 1
  end

  private

  # A choice that is not possible says why, and what would make it possible.
  def finish
    click_on 'Next'
    assert_selector '[data-choice="ink blue"].is-impossible'
    find('[data-choice="ink blue"]').click
    assert_selector '.fill-proposals', text: 'Colour: ink blue is not possible now. Your other answers decide it: Finish galvanised.'
    within('.proposal-list') do
      assert_text 'Finish galvanised painted'
      find('details summary').click
      assert_text 'Colour plain zinc ink blue'
    end
    click_on 'Take it'
    assert_selector '[data-choice="ink blue"][aria-pressed=true]'
    find('[data-choice=lying]').click
    fill_in 'Text on the nameplate', with: "LANE 7\t"
    assert_selector '.fill-picture .engraved', text: 'LANE 7'
    click_on '3D'
    assert_selector 'canvas[data-shown=yes]'
  end

  def keep_as(name)
    fill_in 'keep-name', with: name
    settle
    within('.fill-keep') { click_on 'Keep' }
    assert_selector '.fill-kept', text: "Kept as #{name}"
    click_on 'Keep another'
  end

  def keep
    fill_in 'keep-name', with: 'Lane seven'
    within('.fill-keep') { click_on 'Keep' }
    assert_selector '.fill-kept', text: 'Kept as Lane seven'
    code = find('.fill-kept code').text
    click_on code
    assert_selector '.summary h1', text: 'Lane seven'
    assert_text 'SF-1400-120-3-PAI'
    bytes = page.evaluate_async_script("const done = arguments[0]; fetch('/configurations/#{code}.pdf').then((one) => one.arrayBuffer()).then((one) => done(String.fromCharCode(...new Uint8Array(one).slice(0, 5))))")
    assert_equal '%PDF-', bytes
    click_on 'Open in the form'
    assert_selector '.fill-facts', text: 'SF-1400-120-3-PAI'
  end
end
