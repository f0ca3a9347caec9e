# frozen_string_literal: true

require_relative '../support/application'

# What all families have in common: so far the template that new drawing sheets can begin like.
class HouseTest < WebCase
  SHEET = '/api/families/side-frame/drawing_sheets/making/house'

  def offered(slug)
    get "/families/#{slug}/release?tab=new"
    Nokogiri::HTML(last_response.body)
  end

  def test_a_template_of_the_house
    assert_empty offered('cross-tie').css('#new-sheet-like option[value=":house"]')
    told = post_json(SHEET, {})
    assert_equal 'Tarnbeck Lanes', told['house']['title_block']['owner']
    # Formulas and views of one feature stay with their family.
    own = store.find('side-frame').family.drawing_sheet('making')
    assert(own.notes.any? { |text| text.include?('{') } && own.views.any? { |view| !view.through.empty? })
    refute_includes told['house'].to_json, '{gauge}'
    assert(told['house']['views'].none? { |view| view['through'] })

    page = offered('cross-tie')
    assert_equal 'the template of the house', page.at_css('#new-sheet-like option').text
    edits = JSON.parse(page.at_css('form[data-house]')['data-house']).map { |edit| { **edit, edit.key?('sheet') ? 'sheet' : 'name' => 'making' } }
    post_json('/api/families/cross-tie/edits', 'edits' => edits)
    made = store.find('cross-tie').family.drawing_sheet('making')
    assert_equal told['house'], made.with(name: 'house').to_tree
    post_json('/api/families/cross-tie/undo', {})
    assert_nil store.find('cross-tie').family.drawing_sheet('making')
  end

  # It changes as a document does: by another sheet, once more; who may not edit may not.
  def test_it_changes_and_is_guarded
    post_json(SHEET, {})
    change = { 'do' => 'set_drawing_sheet', 'sheet' => 'making', 'field' => 'title_block.owner', 'text' => 'Tarnbeck Works' }
    post_json("#{API}/edits", 'edit' => change)
    assert_equal 'Tarnbeck Works', post_json(SHEET, {})['house']['title_block']['owner']
    assert_equal 'Tarnbeck Works', post_json(SHEET, {})['house']['title_block']['owner']
    houses = VastLattice::Storage::Store.new(VastLattice::Storage::HouseDocument)
    assert_equal ['house'], houses.records.map(&:slug)
    assert_equal 'Tarnbeck Works', houses.find('house').content.drawing_sheet.title_block['owner']
    post '/api/families/side-frame/drawing_sheets/spiral/house', '{}', 'CONTENT_TYPE' => 'application/json'
    refute_predicate last_response, :successful?
  end
end
