# frozen_string_literal: true

require_relative '../support/browser'

# An option: put up at once, asked for in a form, told in the list of options.
class OptionsBrowserTest < BrowserCase
  def test_an_option_is_added
    visit '/families/side-frame/name'
    find('#name-option > summary').click
    fill_in 'option-label', with: 'Cable passage'
    fill_in 'option-price', with: '1 EUR; 2 EUR'
    select 'Slot', from: 'option-kind'
    within('[data-option-part="frame"]') do
      check 'Side frame'
      fill_in 'Offset in Side frame', with: 'length / 3'
    end
    click_button 'Add the option'
    assert_selector '#name-option .entry-wrong', text: 'There are 2 prices for 0 choices'
    fill_in 'option-price', with: '4.50 EUR'
    click_button 'Add the option'
    assert_selector '[data-name-row="cable_passage"] .option-mark'
    family = store.find('side-frame').family
    assert_equal(['cable_passage', { 'from' => 'left', 'offset' => 'length / 3' }], family.feature('cable_passage_cut').then { |cut| [cut.built_when, cut.horizontal.to_tree] })
    assert_equal 'cable_passage', family.forms.first.fields.last.ask
    visit '/families/side-frame/release?tab=lists&set[cable_passage]=yes'
    select 'Options', from: 'list-what'
    assert_selector '.list-table td', text: 'cable passage cut in Side frame'
    assert_selector '.list-table td.num', text: '4.50'
  end
end
