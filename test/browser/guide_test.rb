# frozen_string_literal: true

require_relative '../support/browser'

# Forms with what hangs on them: values that apply only sometimes, prices and operations of rules, parts and alternatives
# that come and go, rule tables.
class GuideTest < BrowserCase
  WITHOUT = %w[straight-module].freeze

  def click_switch(id) = find("##{id}").click

  # The lagging has a thickness only where there is one; its price and its operation follow.
  def test_a_value_applies_only_where_it_makes_sense
    open_stage('guide', slug: 'roller')
    assert_selector '.ask-says', text: /does not apply/i
    assert_no_text 'Rubber lagging'
    click_switch('ask-quick-coated')
    assert_selector '.lines', text: 'Rubber lagging'
    # 0.30 EUR/m/mm x 508 mm x 3 mm
    assert_selector '.lines output', text: '0.46 EUR'
    assert_selector '.lines', text: /Vulcanise the lagging\s+by rule Coating/
    fill_in 'ask-quick-lagging_thickness', with: "6\t"
    assert_selector '.lines output', text: '0.91 EUR'
    fill_in 'ask-quick-lagging_thickness', with: "60\t"
    assert_selector '.ask-says.is-wrong', text: 'above the most allowed, 8 mm'
    click_switch('ask-quick-coated')
    assert_no_text 'Rubber lagging'
    assert_selector '.ask-says', text: /does not apply/i
  end

  # What is refused stays in its field with the reason; the rest of the form, the header and the model go on.
  def test_a_refused_answer_does_not_freeze_the_form
    open_stage('guide')
    mass = fact('mass')
    fill_in 'ask-quick-roller_pitch', with: "abc\t"
    assert_selector '[data-says=roller_pitch].is-wrong', text: 'There is no name "abc".'
    assert_field 'ask-quick-roller_pitch', with: 'abc'
    assert_no_selector '.chip', text: /answer/
    find('[data-choice=painted]').click
    assert_selector '[data-choice=painted][aria-pressed=true]'
    assert_selector '.chip', text: '1 answer'
    fill_in 'ask-quick-roller_pitch', with: "100\t"
    assert_selector '.chip', text: '2 answers'
    assert_no_selector '[data-says=roller_pitch].is-wrong'
    refute_equal mass, fact('mass')
  end

  # A combination that a rule forbids is told at each of the fields that lead to it, and nowhere once it is mended.
  def test_a_forbidden_combination_is_told_at_its_fields
    open_stage('guide')
    fill_in 'ask-quick-roller_pitch', with: "150\t"
    %w[roller_pitch shortest_load].each { |name| assert_selector "[data-says=#{name}].is-wrong", text: 'Fewer than three rollers would carry the shortest load.' }
    assert_selector '.ask-says.is-wrong', count: 2
    fill_in 'ask-quick-shortest_load', with: "450\t"
    assert_no_selector '.ask-says.is-wrong'
  end

  # A click on what is not possible says why.
  def test_an_impossible_choice_says_why
    rule = { 'name' => 'Bare', 'when' => 'length > 0 mm', 'then' => [{ 'offer' => 'finish', 'choices' => %w[galvanised] }] }
    store.edit('side-frame', version: nil, person: 'x') { |family| Family::Edits.apply(family, { 'do' => 'put_rule', 'rule' => rule }) }
    open_stage('guide')
    find('[data-choice=painted][aria-disabled=true]').click
    assert_selector '.notice', text: 'painted is not possible now: a rule offers galvanised.'
    assert_selector '.because-subject', text: 'finish'
  end

  # One of two shafts is there; the other is suppressed as a part, with all that belongs to it.
  def test_parts_come_and_go
    open_stage('guide', slug: 'roller')
    mass = fact('mass')
    assert_selector '.picture [data-part=round_shaft]'
    find('[data-choice=hexagonal]').click
    assert_selector '.picture [data-part=hexagonal_shaft]'
    assert_no_selector '.picture [data-part=round_shaft]'
    refute_equal mass, fact('mass')
    fill_in 'Find a name', with: "tapped_hole.built\n"
    assert_selector '.because', text: 'It belongs to Round shaft, which is suppressed.'
    fill_in 'Find a name', with: "round_shaft.built\n"
    assert_selector '.because', text: 'Its own condition shaft_form = "round" does not hold, where shaft_form is hexagonal.'
  end

  # Lying, standing or absent: never two.
  def test_alternatives_exclude_each_other
    open_stage('guide')
    assert_no_selector '.picture [data-feature^=nameplate]'
    find('[data-choice=lying]').click
    assert_selector '.picture [data-feature=nameplate_lying]'
    assert_selector '.picture .engraved', text: 'TARNBECK'
    find('[data-choice=standing]').click
    assert_selector '.picture [data-feature=nameplate_standing]'
    assert_no_selector '.picture [data-feature=nameplate_lying]'
    assert_selector '.health', text: 'no findings'
  end

  # A rule table decides the bore of the ties, and says by which row.
  def test_a_rule_table_decides_and_says_why
    open_stage('rule')
    assert_selector '.rule-table', text: 'heavy'
    open_stage('guide')
    find('[data-choice=heavy]').click
    fill_in 'Find a name', with: "tie_bore\n"
    assert_selector '.because', text: 'Rule table "Tie bolts" makes it 11 mm by row 1'
    assert_selector '.lines', text: 'Thicker sheet'
    find('[data-choice=medium]').click
    assert_selector '.because', text: 'Nothing else decides it, so it has its default, 9 mm'
    assert_no_text 'Thicker sheet'
  end

  def asked = store.find('side-frame').family.form('quick').pages.map { |page| [page.title, page.groups.map { |group| [group.title, group.fields.map(&:ask)] }] }
  def titles = asked.map { |page, groups| [page, groups.map(&:first)] }

  # A form is arranged: pages and groups are added, a group moves to another page by the mouse, a field by keys alone; the undo of
  # each is one step, and the form is the one that is filled in.
  def test_a_form_is_arranged
    open_stage('guide')
    page.driver.resize(1280, 2600)
    click_on 'Arrange'
    click_on 'Add a page'
    assert_selector '.guide-page', count: 2
    settle
    drag('[data-named="group Load"]', '[data-at="1/0"]')
    settle
    assert_equal [['Size and load', ['Size', 'Finish and joint']], 'New page'], [titles[0], titles[1][0]]
    assert_includes titles[1][1], 'Load'
    tab_to('[aria-label="Move Frame depth into the next one"]', most: 200)
    press(:enter)
    settle
    assert_equal %w[depth finish colour neighbour_follows nameplate], asked[0][1][1][1]
    assert page.evaluate_script("document.activeElement.closest('[data-named=depth]') !== null"), 'the hand stays on what was moved'
    tab_to('[aria-label="Move Frame depth down"]', most: 20)
    press(:enter)
    settle
    assert_equal %w[finish depth colour], asked[0][1][1][1].first(3)
    find('button[aria-label=Undo]').click
    assert_selector '[data-named=depth] + [data-named=finish]'
    find('.ask[data-named=depth] .arrange-settings').click
    fill_in 'form-quick-0-1-0-shown', with: "load_class = \"heavy\"\t"
    assert_selector '.ask[data-named=depth].is-absent'
    click_on 'Arrange'
    assert_no_selector '.ask[data-named=depth]'
    find('[data-choice=heavy]').click
    assert_selector '.ask[data-named=depth]'
  end

  # From no form at all to one that a specifier can fill in, by one click.
  def test_a_form_is_proposed
    open_stage('guide', slug: 'support-leg')
    click_on 'Begin with a proposal'
    assert_selector '[data-form=quick] .guide-group legend', text: 'Foot plate'
    find('[data-choice=adjustable]').click
    assert_selector '.lines', text: 'Spindle foot'
    click_on 'Arrange'
    find('.guide-foot .arrange-more summary').click
    fill_in 'form-quick-label', with: "Legs\t"
    assert_selector '.guide-head h3', text: 'Legs'
    # The slider ends where the rule says.
    click_on 'Arrange'
    assert_selector '#ask-quick-height[max="1200"]'
    click_on 'Arrange'
    click_on 'Remove this form'
    assert_no_selector '[data-form=quick]'
    find('button[aria-label=Undo]').click
    assert_selector '.guide-head h3', text: 'Legs'
  end
end
