# frozen_string_literal: true

require_relative '../support/core'

# Rules and rule tables: one as the other says the same on every pick; through spreadsheets they come back as they were.
class RuleFormsTest < CoreCase
  PARAMETERS = <<~YAML
    parameters:
      - {name: x, kind: number, unit: mm, default: 0 mm, least: 0 mm, most: 30 mm}
      - {name: n, kind: count, default: 1, most: 99}
      - {name: wood, kind: choice, choices: [oak, ash, elm], default: oak}
      - {name: drilled, kind: yes_no, default: no}
      - {name: a, kind: number, unit: mm, default: -1 mm}
      - {name: b, kind: choice, choices: [one, two, three], default: one}
  YAML

  def condition(random)
    number = random.rand(0..25)
    tests = ["x < #{number} mm", "x >= #{number} mm", "x > #{number / 2} mm and x <= #{number} mm", "x between #{number - 5} mm and #{number} mm", "x in (#{number - 3} mm..#{number} mm]",
             "n = #{random.rand(1..4)}", "n in (1, #{random.rand(2..4)})", 'wood = "oak"', 'wood != "ash"', 'wood in ("oak", "elm")', 'drilled', 'not(drilled)']
    picked = tests.sample(random.rand(1..2), random: random).uniq { |text| text[/\w+/] == 'not' ? 'drilled' : text[/\w+/] }
    condition = picked.join(' and ')
    random.rand(4).zero? ? "#{condition} or #{tests.sample(random: random)}" : condition
  end

  def effects(random)
    all = [{ 'set' => 'a', 'to' => "#{random.rand(1..9)} mm" }, { 'set' => 'b', 'to' => %w[one two three].sample(random: random) }, { 'limit' => 'n', 'most' => random.rand(1..3).to_s, 'least' => '0' },
           { 'offer' => 'wood', 'choices' => %w[oak ash] }, { 'price' => 'Extra', 'amount' => "#{random.rand(1..9)} EUR" }, { 'warn' => 'Mind' }, { 'warn' => 'Twice' }, { 'forbid' => 'No' }, { 'operation' => 'Deburr' }]
    all.sample(random.rand(1..3), random: random)
  end

  def rule(random)
    others = Array.new(random.rand(0..2)) { { 'when' => condition(random), 'then' => effects(random) } }
    { 'name' => 'R', 'set' => 'Some', 'when' => condition(random), 'then' => effects(random), 'else_when' => others, 'otherwise' => random.rand(2).zero? ? effects(random) : [] }
  end

  def plan_with(*edits) = Plan.of(edits.reduce(family(PARAMETERS)) { |own, edit| Family::Edits.apply(own, edit) })

  # What an outcome says, whatever form says it.
  def said(plan, answers)
    outcome = plan.outcome(pick(answers: answers))
    [%w[a b].map { |name| outcome.text(name) }, outcome.limit('n'), outcome.limit('wood'), outcome.lines.map(&:to_s).sort, outcome.findings.map { |finding| [finding.code, finding.message] }.sort]
  end

  def test_a_chain_and_its_table_say_the_same_and_so_does_the_chain_of_that
    random = Random.new(4)
    (ENV['LATTICE_LONG'] ? 200 : 12).times do
      ruled = plan_with({ 'do' => 'put_rule', 'rule' => rule(random) })
      table = Exchange::RuleForms.new(ruled).table_of(ruled.family.rules.first)
      tabled = plan_with({ 'do' => 'put_rule_table', 'rule_table' => table })
      assert_empty tabled.errors.map(&:to_s)
      assert_equal %w[Some first], [tabled.family.rule_tables.first.set, tabled.family.rule_tables.first.policy]
      again = plan_with({ 'do' => 'put_rule', 'rule' => Exchange::RuleForms.new(tabled).rule_of(tabled.family.rule_tables.first) })
      15.times do
        answers = { 'x' => "#{random.rand(0..60) / 2.0} mm", 'n' => random.rand(1..4).to_s, 'wood' => %w[oak ash elm].sample(random: random), 'drilled' => %w[yes no].sample(random: random) }
        wanted = said(ruled, answers)
        [tabled, again].each { |own| assert_equal wanted.inspect.gsub(/rule(?: table)? "R"/, 'R'), said(own, answers).inspect.gsub(/rule(?: table)? "R"/, 'R'), table }
      end
    end
  end

  def test_what_the_other_form_cannot_say_is_refused_with_the_reason
    { 'x + a > 3 mm' => '"x + a > 3 mm" is no test of one name', 'not(x > 3 mm or drilled)' => 'is no test of one name', 'x > 1 mm and x > 2 mm' => 'x is tested 2 times' }.each do |condition, words|
      plan = plan_with({ 'do' => 'put_rule', 'rule' => { 'name' => 'R', 'when' => condition, 'then' => [{ 'warn' => 'Mind' }] } })
      assert_includes refused(Exchange::RuleForms::Impossible) { Exchange::RuleForms.new(plan).table_of(plan.family.rules.first) }.message, words
    end
    row = ->(test) { { 'tests' => [test], 'value' => '1 mm' } }
    { 'collect' => 'By the policy collect', 'unique' => 'may fit at once' }.each do |policy, words|
      plan = plan_with({ 'do' => 'put_rule_table', 'rule_table' => { 'name' => 'T', 'policy' => policy, 'aggregate' => 'sum', 'inputs' => ['x'], 'output' => 'a', 'rows' => [row.call('< 5'), row.call('> 3')] } })
      assert_includes refused(Exchange::RuleForms::Impossible) { Exchange::RuleForms.new(plan).rule_of(plan.family.rule_tables.first) }.message, words
    end
  end

  # Through each format, whatever the order of columns.
  def test_rule_tables_go_through_spreadsheets
    rows = [{ 'tests' => ['< 5', 'oak, ash'], 'values' => ['2.5 cm', '', 'Mind <this>'], 'note' => 'thin' }, { 'tests' => ['[5..9]', '-'], 'values' => ['3', 'yes', '=1'] }]
    table = { 'name' => 'Widths', 'policy' => 'first', 'set' => 'Some', 'inputs' => %w[x wood], 'outputs' => %w[a drilled warn], 'rows' => rows }
    family = plan_with({ 'do' => 'put_rule_table', 'rule_table' => table }).family
    Exchange::SHEET_FORMATS.kinds.each do |format|
      sheets = format.read(format.write(Exchange::RuleTableSheets.write(family.rule_tables)))
      [sheets, sheets.map { |sheet| Exchange::Sheet.new(sheet.name, [['a title'], *sheet.rows.map(&:reverse)]) }].each_with_index do |given, turned|
        read = Exchange::RuleTableSheets.read(given, family, name: 'Widths').first
        back = Family::Edits.apply(family, { 'do' => 'put_rule_table', 'rule_table' => read })
        assert_equal family.rule_tables.first, back.rule_tables.first, format.name if turned.zero?
        assert_equal %w[Some first drilled], [read['set'], read['policy'], read['outputs'][1]]
      end
    end
    [['no heading', [%w[x a]]], ['a date', [['when x', 'then a'], [Date.new(2026, 1, 3), '1']]], ['no sheet', []]].each do |words, lines|
      assert_includes refused(Exchange::Unreadable) { Exchange::RuleTableSheets.read([Exchange::Sheet.new('S', lines)], family) }.message, words
    end
  end
end
