# frozen_string_literal: true

require_relative '../support/browser'
require 'net/http'
require 'zip'

# Files of all variants: ordered by keyboard, made in the background, taken away.
class GeneratingBrowserTest < BrowserCase
  def setup
    super
    [VastLattice::Storage::GenerationRecord, VastLattice::Storage::MadeFileRecord].each(&:delete_all)
    # Files are made in the background.
    Delayed::Worker.queues = []
  end

  def teardown
    Delayed::Worker.queues = %w[persons]
    super
  end

  def test_from_an_order_to_a_zip
    visit '/families/side-frame/release'
    click_link 'Files of all variants'
    assert_text 'Nothing was ordered yet'
    assert_button 'Choose files', disabled: true
    tab_to('.order-results input[value="front.svg"]')
    press(' ')
    assert_button 'Make up to 8 files'
    enter('#order-pattern', '{part_numbr}')
    press(:enter)
    assert_text 'Did you mean part_number?'
    enter('#order-pattern', '{part_number}')
    press(:enter)
    assert_selector '.order-counts', text: 'done: 8 made'
    address = find_link(text: 'All in one ZIP')[:href]
    names = Zip::File.open_buffer(StringIO.new(Net::HTTP.get(URI(address)))).map(&:name)
    assert_equal 9, names.size
    assert_includes names, 'SF-2000-120-2.5-GAL.svg'

    page.execute_script("document.querySelector('.order-results input[value=\"front.svg\"]').closest('form').requestSubmit()")
    assert_selector '.order-counts', text: 'done: 8 unchanged'
    assert_selector '.order', count: 2
  end
end
