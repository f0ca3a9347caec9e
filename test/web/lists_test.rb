# frozen_string_literal: true

require_relative '../support/application'
require 'csv'

# Lists and the workshop over the web: what is looked at is what is taken, and who may not change does not.
class ListsTest < WebCase
  LISTS = '/api/families/side-frame/lists'

  def test_a_list_is_looked_at_and_taken
    told = get_json("#{LISTS}?kind=operations&group=operation&columns=part,operation,minutes,cost&order=-cost")
    assert_equal [['Part', 'Operation', 'Time (min)', 'Cost'], 'Operations', 'yes'], [told['columns'].map { |column| column['heading'] }, told['title'], told['design']['sums']]
    get '/families/side-frame/list.csv?kind=operations&group=operation&columns=part,operation,minutes,cost&order=-cost'
    assert_equal 200, last_response.status
    lines = CSV.parse(last_response.body)
    assert_equal told['size'] + told['groups'].size + 2, lines.size
    assert_match(/side-frame-operations\.csv/, last_response.headers['Content-Disposition'])
    one, all = %w[variant all].map { |over| get_json("#{LISTS}?kind=bends&over=#{over}")['size'] }
    assert_equal 8 * one, all
    assert_match(/no kind of list/, get_json("#{LISTS}?kind=nails")['error']['message'])
    assert_match(/no column/, get_json("#{LISTS}?kind=cuts&columns=x")['error']['message'])
    assert_match(/names no rows|no table/, get_json("#{LISTS}?kind=bends&over=all&rows=x")['error']['message'])
  end

  # The house and a family say how fast and how dear; a refusal says what is wrong; each can be taken back or said again.
  def test_the_workshop
    cost = -> { get_json("#{LISTS}?kind=operations&columns=cost&group=part")['groups'].first['sums'].first.to_f }
    usual = cost.call
    post_json('/api/house/workshop', 'workshop' => { 'rates' => { 'laser' => { 'hour' => '220' } }, 'saw' => '2.5' })
    dearer = cost.call
    assert_operator dearer, :>, usual
    post_json("#{API}/edits", 'edit' => { 'do' => 'set_workshop', 'workshop' => { 'rates' => { 'laser' => { 'each' => '0.4', 'feed' => '3000', 'hour' => '110' } } } })
    assert_in_delta usual, cost.call, 1e-9
    get '/families/side-frame/release?tab=workshop'
    page = Nokogiri::HTML(last_response.body)
    assert_equal(%w[220 110], %w[house own].map { |whose| page.at_css(%([data-whose="#{whose}"][data-kind="laser"][data-field="hour"]))['value'] })
    assert_equal '2.5', page.at_css('[data-whose="house"][data-field="saw"]')['value']
    assert_match(/"cheap" is no number for the cost of an hour of drill/, post_json('/api/house/workshop', 'workshop' => { 'rates' => { 'drill' => { 'hour' => 'cheap' } } })['error']['message'])
    assert_equal '220', store_of_house.content.workshop.dig('rates', 'laser', 'hour')
    post_json("#{API}/undo", {})
    assert_in_delta dearer, cost.call, 1e-9
    post_json('/api/house/workshop', 'workshop' => {})
  end

  def store_of_house = VastLattice::Storage::Store.new(VastLattice::Storage::HouseDocument).find('house')

  def test_who_may_not_change
    send_form('/person', 'person' => 'reader')
    get '/families/side-frame/release?tab=workshop'
    assert_equal 200, last_response.status
    refute_includes last_response.body, 'Keep the workshop'
    assert_equal(403, post_json('/api/house/workshop', 'workshop' => {}).then { last_response.status })
    get '/families/side-frame/release?tab=lists'
    refute_includes last_response.body, 'Keep it with this family'
    assert_operator get_json("#{LISTS}?kind=operations")['size'], :>, 3
    send_form('/person', 'person' => 'engineer')
  end
end
