# frozen_string_literal: true

require_relative '../support/core'
require_relative '../support/strange_source'

# Values that come from outside a family by a registered source: one file and one line.
class SourcesTest < CoreCase
  BODY = <<~YAML
    parameters:
      - {name: depth, kind: number, unit: mm, default: 90 mm, source: survey.depth}
      - {name: length, kind: number, unit: mm, default: 500 mm}
      - {name: area, kind: number, unit: mm2, formula: depth * length}
    tables:
      - name: size
        columns: [{target: length}]
        rows: [{name: S, cells: {length: 400}}, {name: L, cells: {length: 900}}]
    forms:
      - name: f
        pages: [{title: P, groups: [{title: G, fields: [{ask: depth}, {ask: length}]}]}]
  YAML

  def setup
    super
    Plan::SOURCES.register(StrangeSource.new)
  end

  def teardown = Plan::SOURCES.forget('survey')

  # It decides, in every variant, is told, is listed, and follows a rename; a person can override it.
  def test_a_source_decides
    plan = plan(BODY)
    outcome = plan.outcome
    assert_equal ['120 mm', 'Survey', 'shared'], [outcome.text('depth'), outcome.decider('depth').to_s, outcome.decider('depth').word]
    assert_equal 'Survey (gate 4, of 2026-11-30) says 120 mm.', outcome.because('depth').sentence
    assert_equal([48_000.0, 108_000.0], Variants::All.new(plan).map { |variant| variant.outcome.value('area') })
    assert_equal({ 'name' => 'depth', 'title' => 'depth', 'source' => 'Survey', 'key' => 'depth', 'where' => 'gate 4', 'date' => '2026-11-30',
                   'text' => '120 mm', 'decides' => true }, Outcome::Sourcing.to_tree(outcome).first)
    renamed = Plan.of(Family::Edits.apply(plan.family, { 'do' => 'rename_parameter', 'name' => 'depth', 'to' => 'deep' }), before: plan)
    assert_equal ['120 mm', 'Survey'], [renamed.outcome.text('deep'), renamed.outcome.decider('deep').to_s]
    overridden = plan.outcome(pick(overrides: { 'depth' => '70 mm' }))
    assert_equal ['70 mm', 'person (override)', [false]],
                 [overridden.text('depth'), overridden.decider('depth').to_s, Outcome::Sourcing.to_tree(overridden).map { |own| own['decides'] }]
    assert_empty overridden.findings
    assert_equal plan.family, read_family(Exchange::FamilyFile.yaml(plan.family))
  end

  # Forms show it and ask for nothing; proposals leave it as it is; an answer is refused with the reason.
  def test_a_form_reads_it
    plan = plan(BODY)
    state = Guide::FormState.new(plan.outcome, plan.family.form('f'), []).to_tree
    field = state['items'].values.find { |item| item['ask'] == 'depth' }
    assert_equal ['120 mm', 'shared', 'It comes from Survey (gate 4, of 2026-11-30).'], field.values_at('text', 'decider', 'locked')
    refute_predicate plan.form_fields.fetch('f').first, :answered?
    error = refused(Plan::PickError) { plan.outcome(pick(answers: { 'depth' => '80 mm' })) }
    assert_equal 'depth comes from Survey (gate 4, of 2026-11-30); it cannot be answered.', error.message
  end

  # A family around that gives it something, too, is told of both.
  def test_two_sources
    inner = family(BODY).with(name: 'Inner')
    outer = Family.from_tree('name' => 'Outer', 'components' => [{ 'name' => 'c', 'family' => 'Inner', 'values' => { 'depth' => '50 mm' } }])
    found = Plan::Library.new([inner, outer]).plan('Outer').outcome.findings
    told = found.select { |finding| finding.code == :two_sources }
    assert_equal ['depth comes from Survey (gate 4, of 2026-11-30), and 50 mm is given for it.'], told.map(&:message)
    assert_predicate told.first, :error?
  end

  # What is not there, or does not fit, is told at the parameter.
  def test_what_cannot_be_taken
    { 'survey.deph' => [:unknown_source, /Survey has no value "deph".*depth/], 'survy.depth' => [:unknown_source, /no source "survy".*survey/],
      'survey' => [:unknown_source, /no value ""/], 'survey.mass' => [:dimension, /mass|length/], 'survey.lane' => [:not_constant, /formula/] }.each do |text, (code, words)|
      found = plan(BODY.sub('survey.depth', text)).errors
      assert_equal [code], found.map(&:code), text
      assert_match words, found.first.to_s
      assert_equal %w[parameters depth source], found.first.place.path.map(&:to_s)
    end
    both = plan("parameters: [{name: a, kind: number, unit: mm, formula: 3 mm, source: survey.depth}]\n")
    assert_equal [:two_sources], both.errors.map(&:code)
  end
end
