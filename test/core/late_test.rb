# frozen_string_literal: true

require_relative '../support/core'
require 'yaml'

# What waits for the shape: prices by mass, area and count, warnings of weight, limits of what is measured; against the facts of
# the shape, with amounts reckoned by themselves.
class LateTest < CoreCase
  RULES = <<~YAML
    currency: EUR
    base_price: 12 EUR + 2.80 EUR/kg * frame.mass
    rules:
      - name: Weight
        when: product.mass > 5 kg
        then: [{warn: Two people carry it}, {price: Crate, amount: 31}]
        otherwise: [{limit: frame.mass, most: 3 kg}]
      - {name: Coating, when: finish = "painted", then: [{price: Paint, amount: 9.50 EUR/m2, per: frame.surface}], otherwise: [{price: Zinc, amount: 1.10 EUR/kg, per: product.mass}]}
      - {name: Holes, when: shaft_holes.count >= 1, then: [{price: Bores, amount: 0.21 EUR, per: shaft_holes.count + windows.count}, {operation: Bore}]}
    rule_tables:
      - {name: Handling, policy: collect, inputs: [load_class], outputs: [price Handling], rows: [{tests: [medium], values: [0.4 EUR/kg * frame.mass]}, {tests: ['-'], values: ['2']}]}
  YAML

  def priced
    @priced ||= begin
      rules = YAML.safe_load(RULES)
      family = side_frame.with(currency: 'EUR', base_price: rules['base_price'])
      edits = rules['rules'].map { |rule| { 'do' => 'put_rule', 'rule' => rule } } + rules['rule_tables'].map { |table| { 'do' => 'put_rule_table', 'rule_table' => table } }
      Plan.of(edits.reduce(family) { |own, edit| Family::Edits.apply(own, edit) })
    end
  end

  def cents(amount) = amount.round(9).round(2)

  def test_prices_warnings_and_limits_follow_the_shape
    assert_empty priced.errors.map(&:to_s)
    8.times do |row|
      result = Result.new(priced, outcome: priced.outcome_at([row]))
      facts = result.facts.merge(result.more_facts)
      wanted = { 'Base price' => 12 + (2.8 * facts['mass']), 'Crate' => (31 if facts['mass'] > 5), 'Handling' => nil }
      wanted.merge!(result.outcome.value('finish') == 'painted' ? { 'Paint' => 9.5e-6 * facts['surface'] } : { 'Zinc' => 1.1 * facts['mass'] })
      wanted['Bores'] = 0.21 * %w[shaft_holes windows].sum { |name| result.model.feature(name).then { |feature| feature.built? ? feature.loops.size : 0 } }
      lines = result.lines.select { |line| line.list == 'price' }
      wanted.compact.each { |text, amount| assert_in_delta amount, lines.find { |line| line.text == text }.amount, 0.0051, "#{row} #{text}" }
      handling = [2, *(0.4 * facts['mass'] if result.outcome.value('load_class') == 'medium')].map { |amount| cents(amount) }
      assert_equal handling.sort, lines.select { |line| line.text == 'Handling' }.map(&:amount).sort
      assert_equal format('%.2f EUR', lines.sum(&:amount)), result.price
      assert_equal result.price, Variants::Figures.price(result.outcome)
      codes = result.findings.map(&:code)
      assert_equal [facts['mass'] > 5, facts['mass'] <= 5 && facts['mass'] > 3], [codes.include?(:warned), codes.include?(:above_most)], row
    end
  end

  # An edit of a price by mass alone is seen, although no value, state or shape differs; all that tells prices tells it.
  def test_everything_that_tells_prices_knows_them
    dearer = Plan.of(Family::Edits.apply(priced.family, { 'do' => 'set_family', 'field' => 'base_price', 'text' => '12 EUR + 3 EUR/kg * frame.mass' }), before: priced)
    blast = Variants::BlastRadius.new(priced, dearer).to_tree
    assert_equal [8, 8], blast.values_at('changed', 'prices')
    result = Result.new(priced, pick(rows: { 'size' => 'SF-1000' }))
    assert_equal result.price, Exchange::ResultTree.tree(result)['price']
    csv = CSV.parse(Exchange::VariantsCSV.new(priced).to_csv, headers: true)
    assert_equal([result.price], csv.select { |row| row['size'] == 'SF-1000' }.map { |row| row['price'] })
    compared = Variants::Comparison.new(priced, { 'a' => pick(rows: { 'size' => 'SF-1000' }), 'b' => pick(rows: { 'size' => 'SF-2000' }) }).to_tree
    assert_equal result.price, compared['values'].find { |line| line['name'] == 'price' }['texts'].first
    assert_operator Checks::Review.new(priced).counts['valid'], :<, 8
  end

  # A part that is left out has no mass; a shape that cannot be had leaves what waits for it undefined, which follows.
  def test_what_is_not_there_and_what_cannot_be_built
    with = lambda do |field, text|
      rule = { 'name' => 'R', 'when' => 'frame.mass < 1 kg', 'then' => [{ 'warn' => 'Light' }], 'otherwise' => [{ 'price' => 'P', 'amount' => '1 EUR/kg', 'per' => 'frame.mass' }] }
      family = Family::Edits.apply(side_frame.with(base_price: ''), { 'do' => 'put_rule', 'rule' => rule })
      Result.new(Plan.of(Family::Edits.apply(family, { 'do' => field == 'gauge' ? 'put_override' : 'set_part', 'part' => 'frame', 'field' => field, 'text' => text }.then { |edit| field == 'gauge' ? { 'do' => 'put_override', 'target' => 'gauge', 'value' => text, 'reason' => 'x' } : edit })))
    end
    gone = with.call('built_when', 'length < 1 mm')
    assert_equal [['Light'], ''], [gone.findings.select { |finding| finding.code == :warned }.map(&:message), gone.price]
    impossible = with.call('gauge', '-2 mm')
    assert_includes impossible.findings.map(&:message), 'The condition of rule "R" is undefined, because the shape is.'
    assert_empty(impossible.lines.select { |line| line.text == 'P' })
  end

  def test_what_comes_too_late_and_what_is_no_money_is_told
    errors = lambda do |edit|
      Plan.of(Family::Edits.apply(side_frame.with(currency: 'EUR'), edit)).errors.map { |finding| [finding.code, finding.place.to_s] }
    end
    { { 'do' => 'put_parameter', 'name' => 'half', 'fields' => { 'kind' => 'number', 'unit' => 'kg', 'formula' => 'frame.mass / 2' } } => [:too_late, 'parameter half, formula'],
      { 'do' => 'put_rule', 'rule' => { 'name' => 'R', 'when' => 'frame.mass > 1 kg', 'then' => [{ 'suppress' => 'windows' }] } } => [:too_late, 'rule R'],
      { 'do' => 'set_family', 'field' => 'base_price', 'text' => '4 USD' } => [:dimension, 'base price'],
      { 'do' => 'set_family', 'field' => 'base_price', 'text' => '4 kg' } => [:dimension, 'base price'],
      { 'do' => 'set_family', 'field' => 'base_price', 'text' => 'frame.mas * 1 EUR' } => [:unknown_name, 'base price'],
      { 'do' => 'put_rule', 'rule' => { 'name' => 'R', 'when' => 'true', 'then' => [{ 'price' => 'P', 'amount' => '1 EUR', 'per' => 'finish' }] } } => [:not_a_number, 'rule R, then, no. 1, per'],
      { 'do' => 'put_rule', 'rule' => { 'name' => 'R', 'when' => 'true', 'then' => [{ 'price' => 'P', 'amount' => '1 EUR', 'per' => 'length' }] } } => [:dimension, 'rule R, then, no. 1, amount'],
      { 'do' => 'put_rule', 'rule' => { 'name' => 'R', 'when' => 'true', 'then' => [{ 'limit' => 'frame.mass', 'most' => '3 mm' }] } } => [:dimension, 'rule R, then, no. 1, most'] }
      .each { |edit, wanted| assert_equal [wanted], errors.call(edit), edit.inspect }
    assert_includes refused(Family::Edits::Error) { Family::Edits.apply(side_frame, { 'do' => 'set_family', 'field' => 'currency', 'text' => 'DM' }) }.message, 'no currency'
  end

  # A trial shows where such a rule applies and what it would say, before it is kept.
  def test_a_rule_that_waits_is_tried
    without = Plan.of(Family::Edits.apply(priced.family, { 'do' => 'remove_rule', 'name' => 'Weight' }))
    trial = Checks::RuleTrial.new(priced, without, 'Weight').to_tree(pick)
    heavy = (0..7).select { |row| Result.new(priced, outcome: priced.outcome_at([row])).facts['mass'] > 5 }
    assert_equal [heavy.size, 8 - heavy.size], trial['taken']
    # What differs comes first.
    names = priced.family.table('size').rows.values_at(*heavy).map(&:name)
    assert_equal(names, trial['rows'].select { |row| row['texts'].include?('now: Two people carry it') }.map { |row| row['name'] })
    assert_equal [4, 4], [trial['changed'], trial['rows'].find_index { |row| row['texts'].empty? }]
    assert_match(/price \d+\.\d\d EUR → \d+\.\d\d EUR/, trial['rows'].find { |row| row['name'] == names.first }['texts'].join)
  end

  # Names follow into prices, conditions and limits.
  def test_renames_follow
    renamed = Plan.of(Family::Edits.apply(Family::Edits.apply(priced.family, { 'do' => 'rename_part', 'name' => 'frame', 'to' => 'side' }), { 'do' => 'rename_feature', 'name' => 'windows', 'to' => 'openings' }))
    assert_empty renamed.errors.map(&:to_s)
    assert_equal Result.new(priced, outcome: priced.outcome_at([3])).price, Result.new(renamed, outcome: renamed.outcome_at([3])).price
  end
end
