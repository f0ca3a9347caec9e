# frozen_string_literal: true

require_relative '../support/browser'

# Lists: chosen, arranged by keyboard, kept with the family; and the workshop that they take times and costs from.
class ListsBrowserTest < BrowserCase
  def headings = all('.list-sort').map(&:text)

  def focus_heading(words) = page.execute_script('arguments[0].focus()', find('.list-sort', text: words))

  def test_a_list_is_arranged_and_kept
    visit '/families/side-frame/release'
    click_link 'Lists'
    assert_selector '.list-table td', text: 'Shaft holes'
    find('.list-arrange summary').click
    uncheck 'Side'
    assert_no_selector '.list-sort', text: 'Side'
    check 'Places x, y (mm)'
    assert_selector '.list-sort', text: 'Places x, y'
    select 'Operation', from: 'list-group'
    assert_selector '.list-group', text: 'Cut by laser'
    assert_selector '.list-sums', minimum: 3
    # The cost goes one to the left, by keyboard, and orders the list from the dearest.
    before = headings
    focus_heading('Cost')
    press(%i[alt left])
    assert_selector '.list-sort:focus', text: 'Cost'
    assert_selector "thead th:nth-of-type(#{before.index('Cost')}) .list-sort", text: 'Cost'
    press(:enter)
    assert_selector '[aria-sort="ascending"]', text: 'Cost'
    focus_heading('Cost')
    press(:enter)
    assert_selector '[aria-sort="descending"]', text: 'Cost'
    fill_in 'list-name', with: 'For the shop'
    click_button 'Keep'
    assert_select 'list-what', selected: 'For the shop'

    visit '/families/side-frame/release?tab=lists'
    assert_select 'list-what', selected: 'For the shop'
    assert_selector '[aria-sort="descending"]', text: 'Cost'
    assert_selector '.list-group', text: 'Cut by laser'
    assert_no_selector '.list-sort', text: 'Side'
    assert_includes find_link('PDF')[:href], 'list=for_the_shop'
    select 'all variants', from: 'list-over'
    assert_selector '.list-about', text: 'all variants'
    find('.list-rows').set("SF-0500\n")
    assert_selector '.list-about', text: 'variants of size SF-0500'
    find('.list-arrange summary').click
    click_button 'Remove it'
    assert_select 'list-what', selected: 'Operations'
  end

  def test_the_workshop_says_what_it_costs
    visit '/families/support-leg/release?tab=workshop'
    enter('[data-whose="house"][data-kind="saw"][data-field="hour"]', 'much')
    click_button 'Keep the workshop'
    assert_selector '.entry-wrong', text: '"much" is no number for the cost of an hour of saw'
    enter('[data-whose="house"][data-kind="saw"][data-field="hour"]', '96')
    enter('[data-whose="own"][data-group="tools"][data-kind="drill"]', '6, 9')
    click_button 'Keep the workshop'
    assert_text 'Kept.'
    visit '/families/support-leg/release?tab=lists'
    assert_selector '.list-notes', text: 'no drill of 6.6 mm'
  end
end
