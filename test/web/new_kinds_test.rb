# frozen_string_literal: true

require_relative '../support/application'
require_relative '../support/strange_result'
require_relative '../support/strange_source'

# A new effect and a new control are one file and one line each: then files, plans, outcomes, the API, edits, renames and the
# pages know them.
class NewKindsTest < WebCase
  WITHOUT = %w[straight-module].freeze

  # What stands in the file of a new effect.
  module Remind
    ARGUMENT = VastLattice::Family::EffectArgument.new(name: 'above', title: 'Above', hint: 'e.g. 2 m', required: true)

    def self.name = 'remind'
    def self.about = 'remind of'
    def self.subject = :parameter
    def self.arguments = [ARGUMENT]

    def self.consequences(effect, reader, place)
      target = reader.target(effect.target, place) or return []
      reader.entry(effect.arguments['above'], target, place) or return []
      [VastLattice::Plan::Consequence::Notice.new(level: :warning, text: "#{target.name} is above #{effect.arguments['above']}")]
    end
  end

  CONTROL = File.join(VastLattice::Boot::ROOT, 'app/views/controls/_test_dial.erb')

  def teardown
    FileUtils.rm_f(CONTROL)
    Family::EFFECTS.forget('remind')
    Family::CONTROLS.forget('test_dial')
  end

  RULE = { 'name' => 'Long ones', 'when' => 'length > 2 m', 'then' => [{ 'remind' => 'length', 'above' => '2 m' }] }.freeze

  # A new source of values: the page lists what comes from it, and a parameter can take it.
  def test_a_new_source
    Plan::SOURCES.with(StrangeSource.new) do
      edit = { 'do' => 'put_parameter', 'name' => 'depth', 'fields' => { 'source' => 'survey.depth' } }
      state = post_json("#{API}/edits?row[size]=", 'edit' => edit)
      assert_equal ['120 mm', 'shared', 'Survey'], state['values']['depth'].values_at('text', 'decider', 'by')
      assert_match(/Survey \(gate 4, of 2026-11-30\) says 120 mm/, get_json("#{API}/because?target=depth&row[size]=")['sentence'])
      get '/families/side-frame/name?row[size]='
      assert_equal ['depth', '120 mm', 'Survey: depth gate 4', '2026-11-30'], Nokogiri::HTML(last_response.body).css('.sources tbody tr td').first(4).map(&:text)
    end
  end

  # A new result is on the Release stage, in the API, and can be taken away, as long as it is registered.
  def test_a_new_result
    Results::FORMATS.with(StrangeResult.new) do
      get '/families/side-frame/release'
      card = Nokogiri::HTML(last_response.body).css('.file').find { |one| one.at_css('strong').text == 'Names' }
      assert_equal(%w[TXT TXT], card.css('a').map(&:text))
      assert_equal(%w[/families/side-frame/names.txt /families/side-frame/names.txt?most=one], card.css('a').map { |link| link['href'] })
      assert_equal 'the first alone', card.css('.file-endings span').text
      told = get_json("#{API}/results")['results'].find { |one| one['name'] == 'names.txt' }
      assert_equal ['/families/side-frame/names.txt', 'family', { 'all' => 'all of them', 'one' => 'the first alone' }],
                   [told['address'], told['made_from'], told['options'].first['choices']]
      get card.css('a').last['href']
      assert_equal ["length\n", 'text/plain;charset=utf-8', 'attachment; filename="side-frame-names.txt"'],
                   [last_response.body, last_response.content_type, last_response['content-disposition']]
    end
    get '/families/side-frame/names.txt'
    assert_equal 404, last_response.status
  end

  def test_a_new_effect
    refused(Exchange::FamilyFile::Unreadable) { reread('rules' => [RULE]) }
    Family::EFFECTS.register(Remind)

    family = reread('rules' => [RULE])
    outcome = Plan.of(family).outcome(Plan::Pick.new(overrides: { 'length' => '2500 mm' }))
    assert_includes outcome.findings.map(&:message), 'length is above 2 m'
    refuse = ->(wrong) { refused(Exchange::FamilyFile::Unreadable) { reread('rules' => [RULE.merge('then' => [wrong])]) } }
    refuse.call('remind' => 'length')
    refuse.call('remind' => 'length', 'above' => '2 m', 'below' => '1 m')
    broken = Plan.of(reread('rules' => [RULE.merge('then' => [{ 'remind' => 'length', 'above' => '2 kg' }])]))
    assert_equal [:dimension], broken.errors.map(&:code)

    state = post_json("#{API}/edits?row[size]=&set[length]=2500", 'edit' => { 'do' => 'put_rule', 'rule' => RULE })
    assert_includes state['findings'].map { |finding| finding['message'] }, 'length is above 2 m'
    renamed = post_json("#{API}/edits", 'edit' => { 'do' => 'rename_parameter', 'name' => 'length', 'to' => 'run' })
    assert_nil renamed['error']
    assert_equal({ 'remind' => 'run', 'above' => '2 m' }, store.find('side-frame').family.rules.last.to_tree['then'].first)

    get '/families/side-frame/rule'
    page = Nokogiri::HTML(last_response.body)
    kinds = JSON.parse(page.at_css('[data-effects]')['data-effects'])
    assert_includes kinds, { 'name' => 'remind', 'about' => 'remind of', 'subject' => 'parameter',
                             'arguments' => [{ 'name' => 'above', 'title' => 'Above', 'hint' => 'e.g. 2 m', 'many' => false }] }
    assert_includes page.at_css('[aria-label="Rule Long ones"]').text, 'remind'
  end

  # The demo, written and read again with some parts exchanged.
  def reread(changes)
    tree = JSON.parse(Exchange::FamilyFile.json(side_frame))
    Exchange::FamilyFile.read(JSON.generate(tree.merge(changes))).family
  end

  def test_a_new_control
    form = { 'name' => 'dialled', 'pages' => [{ 'title' => 'All', 'groups' => [{ 'fields' => [{ 'ask' => 'length', 'control' => 'test_dial' }] }] }] }
    unknown = Plan.of(side_frame.with(forms: [Family::Form.from_tree(form)])).errors
    assert_match(/no .*control "test_dial"/, unknown.map(&:message).join)

    File.write(CONTROL, '<input id="<%= id %>" class="test-dial" data-input="<%= field.target.name %>" x-on:change="type($el)">')
    Family::CONTROLS.register(Family::Controls::Control.new(name: 'test_dial', title: 'dial', kinds: %w[number]))
    assert_empty Plan.of(side_frame.with(forms: [Family::Form.from_tree(form)])).errors
    post_json("#{API}/edits", 'edit' => { 'do' => 'put_form', 'form' => form })
    assert_equal 200, last_response.status
    get '/families/side-frame/guide?tab=dialled'
    assert_equal 'length', Nokogiri::HTML(last_response.body).at_css('[data-form=dialled] .test-dial')['data-input']
  end
end
