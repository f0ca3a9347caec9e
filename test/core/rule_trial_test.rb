# frozen_string_literal: true

require_relative '../support/core'

# What a rule would do, before it is kept: row by row, at its borders, and against other rules.
class RuleTrialTest < CoreCase
  YAML_TEXT = <<~YAML
    parameters:
      - {name: length, kind: number, unit: mm, default: 500 mm, least: 100 mm, most: 3000 mm}
      - {name: legs, kind: count, default: 3}
      - {name: finish, kind: choice, choices: [bare, painted], default: bare}
      - {name: half, kind: number, unit: mm, formula: length / 2}
    tables:
      - {name: size, columns: [{target: length}], rows: [{name: S, cells: {length: 400 mm}}, {name: L, cells: {length: 2 m}}]}
    rules:
      - {name: Short, when: length <= 900 mm, then: [{set: legs, to: '2'}]}
  YAML

  def with(rule) = Plan.of(Family::Edits.apply(family(YAML_TEXT), { 'do' => 'put_rule', 'rule' => rule }))
  def rule(name, condition, legs) = { 'name' => name, 'when' => condition, 'then' => [{ 'set' => 'legs', 'to' => legs }] }

  # Two rules fight over 1 mm of a range, which no row has.
  def test_a_dispute_that_no_row_shows
    found = Checks::Disputes.new(with(rule('Long', 'length >= 900 mm', '4'))).found
    assert_equal([['legs', %w[Long Short], 'length = 900 mm', { 'length' => '900 mm' }]], found.map { |one| one.to_tree.values_at('target', 'rules', 'example', 'pick') })
    assert_empty Checks::Disputes.new(with(rule('Long', 'length > 900 mm', '4'))).found
    assert_empty Checks::Disputes.new(with(rule('Long', 'length >= 900 mm', '2'))).found
    assert_equal(['length = 100 mm, finish = painted'], Checks::Disputes.new(with(rule('Paint', 'finish = "painted"', '5'))).found.map(&:example).map { |text| text.sub('900 mm', '100 mm').sub('899.999 mm', '100 mm') })
    assert_equal(['size.row = S'], Checks::Disputes.new(with(rule('S', 'size.row = "S"', '5'))).found.map { |one| one.example.sub('length = 899.999 mm, ', '') })
  end

  # Another reading of the meaning: all whole millimetres, one by one. What it finds, the borders find, and the other way round.
  def test_disputes_agree_with_enumeration
    random = Random.new(7)
    (ENV['LATTICE_LONG'] ? 60 : 15).times do
      one, other = Array.new(2) do
        low, high = [random.rand(100..400), random.rand(100..400)].sort
        ["length #{%w[>= >].sample(random: random)} #{low} mm and length #{%w[<= <].sample(random: random)} #{high} mm", "length in [#{low} mm..#{high} mm)", "length = #{low} mm", "not(length < #{low} mm)"].sample(random: random)
      end
      plan = Plan.of(family(<<~YAML))
        parameters: [{name: length, kind: number, unit: mm, default: 200 mm, least: 100 mm, most: 400 mm, step: 1 mm}, {name: legs, kind: count, default: 3}]
        rules: [{name: A, when: '#{one}', then: [{set: legs, to: '1'}]}, {name: B, when: '#{other}', then: [{set: legs, to: '2'}]}]
      YAML
      # The same by a rule table, of which only the second row says something else.
      if random.rand(2).zero?
        rows = [{ 'tests' => ['no', '-'], 'value' => '1' }, { 'tests' => ['yes', '-'], 'value' => '2' }]
        table = { 'name' => 'B', 'policy' => 'first', 'inputs' => [other, 'length'], 'output' => 'legs', 'rows' => rows }
        plan = Plan.of(Family::Edits.apply(plan.family.with(rules: plan.family.rules.first(1)), { 'do' => 'put_rule_table', 'rule_table' => table }))
      end
      fights = (100..400).any? { |length| plan.outcome(pick(overrides: { 'length' => "#{length} mm" })).findings.any? { |finding| finding.code == :rules_disagree } }
      assert_equal fights, Checks::Disputes.new(plan).found.any?, "#{one} / #{other}"
    end
  end

  def test_rows_and_borders
    plan = with({ 'name' => 'Long', 'when' => 'length > 1 m', 'then' => [{ 'set' => 'legs', 'to' => '4' }], 'else_when' => [{ 'when' => 'half > 240 mm', 'then' => [{ 'set' => 'legs', 'to' => '3' }] }], 'otherwise' => [{ 'warn' => 'Small.' }] })
    tree = Checks::RuleTrial.new(plan, Plan.of(family(YAML_TEXT)), 'Long').to_tree(pick)
    assert_equal([['S', 2, ['now: Small.']], ['L', 0, ['legs 3 → 4']]], tree['rows'].map { |row| row.values_at('name', 'branch', 'texts') })
    assert_equal [[1, 0, 1], 1, 2], tree.values_at('taken', 'applies', 'changed')
    assert_equal([['length = 999.999 mm', 'below', 1], ['length = 1000 mm', 'at', 1], ['length = 1000.001 mm', 'above', 0]], tree['borders'].map { |border| border.values_at('name', 'where', 'branch') })
    assert_equal([['legs', %w[Long Short]]], tree['disputes'].map { |one| one.values_at('target', 'rules') })
  end

  # Prices are told as totals, with the base price and what is in components; what differs comes first; rule tables are tried, too.
  def test_prices_of_a_trial_are_totals_and_what_differs_comes_first
    frame = side_frame
    without = Plan.of(frame)
    rows = frame.table('size').rows.map(&:name)
    rule = { 'name' => 'Long ones', 'when' => 'length > 1500 mm', 'then' => [{ 'price' => 'Packing', 'amount' => '3 EUR' }] }
    table = { 'name' => 'Long ones', 'policy' => 'collect', 'inputs' => ['length'], 'output' => 'price Packing', 'rows' => [{ 'tests' => ['> 1500 mm'], 'value' => '3 EUR' }, { 'tests' => ['> 9 m'], 'value' => '9 EUR' }] }
    { 'put_rule' => { 'rule' => rule }, 'put_rule_table' => { 'rule_table' => table } }.each do |edit, given|
      with = Plan.of(Family::Edits.apply(frame, { 'do' => edit, **given }), before: without)
      tree = Checks::RuleTrial.new(with, without, 'Long ones').to_tree(pick)
      long = %w[SF-1600 SF-2000 SF-2500]
      assert_equal [long + (rows - long), 3, 3], [tree['rows'].map { |row| row['name'] }, *tree.values_at('applies', 'changed')]
      totals = long.map { |row| [without, with].map { |plan| Result.new(plan, pick(rows: { 'size' => row })).price } }
      told = tree['rows'].first(3).map { |row| row['texts'].grep(/^price/).first }
      assert_equal(totals.map { |before, after| "price #{before} → #{after}" }, told)
    end
  end
end
