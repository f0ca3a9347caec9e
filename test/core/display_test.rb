# frozen_string_literal: true

require_relative '../support/core'
require 'open3'

# In which units amounts are shown: the switch of a person, a form, a family; what was typed stays as it was typed.
class DisplayTest < CoreCase
  INCH = Units::Display['inch']
  FRACTIONS = Units::Display['fractions']

  # Every unit that is swapped, against GNU units.
  def test_amounts_are_those_of_gnu_units
    pairs = %w[mm cm m g kg t N kN MPa bar l kg/m g/cm3 N/mm2 mm2 m2 cm3 kg/m2].map { |symbol| [Units[symbol], INCH.shown(Units[symbol])] } +
            %w[in ft lb oz lbf psi gal lb/ft in2].map { |symbol| [Units[symbol], Units::Display['metric'].shown(Units[symbol])] }
    pairs.each do |own, shown|
      assert_equal own.dimension, shown.dimension
      refute_equal own.symbol, shown.symbol
      gnu, status = Open3.capture2('units', '-t', own.symbol.sub(/\A([lg])\b/) { { 'l' => 'liter', 'g' => 'gram' }[Regexp.last_match(1)] }, shown.symbol)
      assert_predicate status, :success?, "#{own.symbol} in #{shown.symbol}: #{gnu}"
      assert_in_delta Float(gnu), shown.from_base(own.to_base(1)), 1e-5 * Float(gnu), "#{own.symbol} in #{shown.symbol}"
    end
    assert_equal(%w[deg EUR s K %], %w[deg EUR s K %].map { |symbol| INCH.shown(Units[symbol]).symbol })
  end

  # A fraction is written where it is exact, and reads back as what it was.
  def test_fractions
    said = ->(amount) { FRACTIONS.quantity(amount, 'mm') }
    assert_equal(['3 1/2 in', '1/64 in', '-78 3/4 in', '2 in', '3.937 in', '0 in'], [88.9, 25.4 / 64, -78.75 * 25.4, 50.8, 100.0, 0.0].map { |amount| said.call(amount) })
    random = Random.new(3)
    200.times do
      amount = Rational(random.rand(-2000..2000), 64) * 25.4r
      read = Formula.value(Plan::Entry.read(said.call(amount.to_f), type: Formula::Type.number(Units::LENGTH), unit: Units['mm'], scope: Formula::Scope.new([])))
      assert_in_delta amount.to_f, read, 1e-9, said.call(amount.to_f)
    end
    assert_equal ['3 1/2"', '3.937"', '100'], [FRACTIONS.drawn(88.9), INCH.drawn(100.0), Units::Display::AS_SET.drawn(100.0)]
  end

  PLATE = <<~YAML
    parameters:
      - {name: length, kind: number, unit: mm, default: 254 mm, least: 50 mm, most: 508 mm, step: 12.7 mm}
      - {name: hole, kind: choice, unit: mm, choices: [10, 12.7], default: 10}
    parts: [{name: plate, stock: {kind: plate, width: length, height: 100 mm, thickness: 10 mm}, features: [{name: h, kind: hole, diameter: hole}]}]
    forms: [{name: order, display: fractions, pages: [{title: One, groups: [{fields: [{ask: length, control: slider}, {ask: hole}]}]}]}]
  YAML

  # Sizes, facts, limits and drawings follow the switch; the values are what they were.
  def test_all_follows_the_switch
    plan = Plan.of(family(PLATE))
    picked = pick(answers: { 'length' => '600 mm' })
    plain, inch = [nil, INCH].map { |display| Result.new(plan, picked, display: display) }
    assert_equal plain.outcome.values, inch.outcome.values
    # By hand: 600 × 100 × 10 less a bore of 10 is 599,214.6 mm3.
    assert_equal(['23.622 in', '0.3937 in'], %w[length hole].map { |name| inch.outcome.text(name)[/[\d.]+/].to_f.round(4) }.zip(%w[in in]).map { |pair| pair.join(' ') })
    assert_equal ['10.37 lb', '23.622 × 3.937 × 0.394 in', '36.57 in3'], inch.fact_texts.values_at('mass', 'size', 'volume')
    # 50 mm and 36 steps of 12.7 mm are 507.2 mm.
    assert_match(/above the most allowed, 20 in\. The nearest allowed value is 19\.9685 in/, inch.findings.join)
    assert_includes inch.front_view, '23.622&quot;'
    refute_includes plain.front_view, '&quot;<'
    assert_equal '600 mm', plain.outcome.text('length')
  end

  # A form shows what it says, and what is typed there without a unit is meant so; a person's choice is stronger.
  def test_a_form_asks_in_the_units_that_it_shows
    plan = Plan.of(family(PLATE))
    state = ->(display) { Guide::Filling.new(plan, plan.family.form('order'), { 'length' => '10 1/2 in' }, display: display).state.to_tree['items'].values_at('0/0/0', '0/0/1') }
    length, hole = state.call(nil)
    assert_equal ['10 1/2 in', '10 1/2', 'in', 20.0, 0.5], length.values_at('text', 'entry', 'unit', 'most', 'step')
    # A slider moves in the steps of its own unit, which no other hits exactly.
    assert_equal({ 'entry' => '266.7', 'least' => 50.0, 'most' => 508.0, 'step' => 12.7, 'unit' => 'mm' }, length['slide'])
    # A choice is told by its own number.
    assert_equal [%w[10 12.7], ['0.3937 in', '1/2 in'], 'mm'], [hole['choices'].map { |one| one['entry'] }, hole['choices'].map { |one| one['text'] }, hole['unit']]
    assert_equal ['266.7 mm', 'mm'], state.call(Units::Display['metric']).first.values_at('text', 'unit')
    inch = Plan.of(family("display: inch\n#{PLATE.sub('display: fractions, ', '')}"))
    assert_equal(['10 in', '0.3937 in'], %w[length hole].map { |name| inch.outcome.text(name) })
    assert_match(/no display of units/, refused(Error) { Family::Edits.apply(plan.family, 'do' => 'set_family', 'field' => 'display', 'text' => 'ells') }.message)
    assert_equal 'inch', Family::Edits.apply(plan.family, 'do' => 'set_form_item', 'form' => 'order', 'field' => 'display', 'text' => 'inch').form('order').display
  end
end
