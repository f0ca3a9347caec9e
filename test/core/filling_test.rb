# frozen_string_literal: true

require_relative '../support/core'

# Filling in: units, defaults of forms, answers that do not count, narrowings, the nearest allowed values, variants that are known.
class FillingTest < CoreCase
  def form(*fields, **more) = Family::Form.from_tree({ 'name' => 'f', 'pages' => [{ 'title' => 'P', 'groups' => [{ 'title' => 'G', 'fields' => fields.map { |field| field.transform_keys(&:to_s) } }] }], **more.transform_keys(&:to_s) })
  def plan(form, family = side_frame) = Plan.of(family.with(forms: [form])).tap { |made| assert_empty made.errors }
  def fill(plan, answers = {}) = Guide::Filling.new(plan, plan.family.forms.first, answers.transform_keys(&:to_s))
  def item(filling, ask) = filling.state.to_tree['items'].values.find { |one| one['ask'] == ask }
  def text(filling, name) = filling.result.outcome.text(name)

  def test_a_plain_number_is_meant_in_the_unit_of_its_field
    made = plan(form({ ask: 'length', unit: 'm' }, { ask: 'flange', unit: 'in', default: '1.2' }))
    filling = fill(made, length: '1.5')
    assert_equal(['1500 mm', '30.48 mm'], %w[length flange].map { |name| text(filling, name) })
    assert_equal ['1.5', '1.5 m', 'm', 0.5, 3.0], item(filling, 'length').values_at('entry', 'text', 'unit', 'least', 'most')
    assert_equal '1234 mm', text(fill(made, length: '1234 mm'), 'length')
    # What the state offers as an entry is read back to the same value.
    field = filling.field('flange')
    value = filling.result.outcome.value('flange')
    assert_in_delta value, Guide::AnswerReader.value(made, field, field.answer(value)), 1e-9
  end

  def test_defaults_of_a_form_stand_where_nobody_answers
    made = plan(form({ ask: 'length', default: '900 mm' }, { ask: 'size.row' }, { ask: 'finish', default: 'painted' }))
    assert_equal ['900 mm', 'painted'], [text(fill(made), 'length'), text(fill(made), 'finish')]
    assert_equal '1 m'.then { '1000 mm' }, text(fill(made, length: '1 m'), 'length')
    # The row of a table is stronger than an answer, and says so.
    filling = fill(made, 'size.row' => 'SF-0630', 'length' => '1 m')
    assert_equal ['630 mm', 'SF-0630'], [text(filling, 'length'), filling.pick.rows['size']]
    assert_match(/Decided by table size/, item(filling, 'length')['locked'])
    assert(filling.findings.any? { |finding| finding.code == :answer_unused })
  end

  # Answers to what is not there, or locked, do not count, whichever way that came about.
  def test_answers_that_do_not_count
    made = plan(form({ ask: 'load_class' }, { ask: 'depth', shown_when: 'load_class = "heavy"' }, { ask: 'flange', locked_when: 'depth > 120 mm' }))
    filling = fill(made, load_class: 'light', depth: '150', flange: '40')
    assert_equal [['depth'], '120 mm', '40 mm'], [filling.dropped, text(filling, 'depth'), text(filling, 'flange')]
    filling = fill(made, load_class: 'heavy', depth: '150', flange: '40')
    assert_equal [['flange'], '150 mm', '35 mm'], [filling.dropped, text(filling, 'depth'), text(filling, 'flange')]
    assert_equal 'Not to be answered now, because Frame depth is 150 mm.', item(filling, 'flange')['locked']
    assert_equal [{ 'title' => 'Frame depth', 'why' => 'not asked, because Load class is medium' }], fill(made).state.to_tree['absent']
    # What counts is all that the pick says: resolved by itself it is the same.
    assert_equal filling.result.outcome.values, made.outcome(filling.pick).values
  end

  def test_narrowings_leave_less_under_a_condition
    narrowing = { 'when' => 'load_class = "heavy"', 'least' => '800 mm', 'most' => '2 * depth + 1 m', 'choices' => [] }
    made = plan(form({ ask: 'load_class', narrowings: [{ 'when' => 'length > 2 m', 'choices' => %w[medium heavy] }] }, { ask: 'length', narrowings: [narrowing] }))
    assert_equal [500.0, 3000.0], item(fill(made), 'length').values_at('least', 'most')
    assert_equal [800.0, 1240.0], item(fill(made, load_class: 'heavy', length: '900'), 'length').values_at('least', 'most')
    wrong = fill(made, load_class: 'heavy', length: '1500')
    assert_equal ['Frame length is 1500 mm, above the most that this form allows now, 1240 mm.'], wrong.state.own_findings.map(&:message)
    refute_predicate wrong, :valid?
    assert_equal [{ 'entry' => '1240 mm', 'text' => '1240 mm' }], item(wrong, 'length')['says']['nearest']
    assert_equal({ 'light' => false, 'medium' => true, 'heavy' => true }, item(fill(made, length: '2.5 m'), 'load_class')['choices'].to_h { |one| one.values_at('entry', 'left') })
  end

  # The nearest allowed values lie on both sides, are allowed, and nothing allowed lies between: against all steps.
  def test_the_nearest_allowed_values
    random = Random.new(4)
    40.times do
      step = [0.5, 2.5, 7, 25].sample(random: random)
      least = 600 + random.rand(50)
      most = 1200 + random.rand(50)
      made = plan(form({ ask: 'length', least: least.to_s, most: most.to_s, step: step.to_s }))
      allowed = (0..((most - least) / step).floor).map { |index| least + (index * step) }
      value = (500 + random.rand(900) + random.rand).round(3)
      filling = fill(made, length: value.to_s)
      found = filling.state.allowed(filling.field('length')).nearest(filling.result.outcome.value('length'))
      expected = allowed.any? { |one| (one - value).abs < 1e-6 } ? [] : [allowed.select { |one| one < value }.max, allowed.select { |one| one > value }.min].compact
      expected = [allowed.last] if value > most
      expected = [allowed.first] if value < least
      assert_equal expected.map { |one| one.round(6) }, found.map { |one| one.round(6) }, [least, most, step, value].inspect
    end
  end

  def test_what_is_refused
    made = plan(form({ ask: 'length' }, { ask: 'size.row' }))
    { { 'width' => '1' } => 'does not ask for "width"', { 'length' => 'abc' } => 'no name "abc"', { 'length' => '1 kg' } => 'length', { 'size.row' => 'SF-1' } => 'no row "SF-1"',
      { 'length' => '9' * 600 } => 'longer than', { 'length' => '1 mm / 0' } => 'divides by zero' }.each do |answers, words|
      error = assert_raises(Guide::Refused, Plan::PickError) { fill(made, answers) }
      assert_includes error.message, words
    end
    bad = [{ ask: 'length', least: 'depth' }, { ask: 'length', unit: 'kg' }, { ask: 'length', picture: 'none' }, { ask: 'finish', order: ['blue'] }, { ask: 'length', step: '0' }, { ask: 'length', control: 'note' },
           { control: 'slider' }, { ask: 'length', least: '900', most: '800' }]
    codes = bad.map { |field| Plan.of(side_frame.with(forms: [form(field)])).errors.map(&:code) }
    assert_equal [%i[bad_setting], %i[wrong_unit], %i[unknown_picture], %i[bad_setting], %i[impossible_step], %i[unsuitable_control], %i[unsuitable_control], %i[nothing_left]], codes
  end

  # A result that equals a variant in everything has its number; any other has a number of its own.
  def test_known_variants
    made = Plan.of(side_frame)
    known = Variants::Known.of(made)
    Variants::All.new(made).first(8).each do |variant|
      assert_equal [variant.outcome.label('part_number'), false], known.part_number(variant.outcome, 'X')
      assert_equal variant.rows, known.rows(variant.outcome)
    end
    row = made.family.table('size').row('SF-1250')
    answers = row.cells.reject { |name, _| name.include?('.') }.transform_values(&:to_s)
    same = made.outcome(pick(rows: { 'size' => '' }, answers: answers))
    assert_equal [{ 'size' => 'SF-1250' }, false], [known.rows(same), known.part_number(same, 'X').last]
    other = made.outcome(pick(rows: { 'size' => '' }, answers: answers.merge('flange' => '30 mm')))
    assert_equal ["#{same.label('part_number')}-X", true], known.part_number(other, 'X')
  end
end
