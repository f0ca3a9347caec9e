# frozen_string_literal: true

require_relative '../support/core'

# Options: one edit puts up what an option takes; it adds cuts to parts, each with an offset of its own, costs what it says, is asked for in
# forms and told in lists.
class OptionsTest < CoreCase
  BASE = <<~YAML
    currency: EUR
    base_price: 100 EUR
    parameters: [{name: long, kind: number, unit: mm, default: 400 mm}]
    parts:
      - {name: left, stock: {kind: plate, width: long, height: 80, thickness: 5}}
      - {name: right, stock: {kind: plate, width: long, height: 120, thickness: 5}}
    forms: [{name: order, pages: [{title: One, groups: [{fields: [{ask: long}]}]}]}]
  YAML
  SLOT = { 'kind' => 'slot', 'length' => '40 mm', 'width' => '10 mm' }.freeze

  def with(**option) = Family::Edits.apply(family(BASE), { 'do' => 'add_option', 'name' => 'cable_way' }.merge(option.transform_keys(&:to_s)))
  def result(family, **answers) = Result.new(Plan.of(family), pick(answers: answers.transform_keys(&:to_s)))

  def test_yes_or_no
    made = with(label: 'Cable way', cut: SLOT, parts: [{ 'part' => 'left', 'offset' => 'long / 4' }, { 'part' => 'right', 'from' => 'right', 'offset' => '60 mm' }], price: '2.50 EUR/m', per: 'long', form: 'order')
    without = result(made)
    chosen = result(made, cable_way: 'yes')
    assert_empty without.findings + chosen.findings
    assert_equal ['100.00 EUR', '101.00 EUR'], [without.price, chosen.price]
    slot = (30 * 10) + (25 * Math::PI)
    assert_in_delta without.model.volume - (2 * 5 * slot), chosen.model.volume, 1e-6
    # The same cut through both, where each says, in the middle across.
    assert_equal([[[100.0, 40.0]], [[340.0, 60.0]]], chosen.model.solids.map { |body| body.built.first.centres })
    assert_equal 'cable_way', made.form('order').fields.last.ask
    list = Lists::Composed.new(Family::ListDesign.new(name: 'x', kind: 'options'), Results::Subject.new(plan: Plan.of(made), pick: pick(answers: { 'cable_way' => 'yes' })))
    assert_equal [['Cable way', 'yes', 'cable way cut in left, cable way cut 2 in right', 1.0, 'EUR']], list.groups.first.rows
    # Suppressed, they are no operation.
    assert_equal([0, 2], [without, chosen].map { |one| Quantities::Operations.new(one, Workshop::USUAL).all.count(&:feature) })
  end

  # Of choices the first is without it; each other one costs what it costs; upright it goes along the other direction.
  def test_choices
    made = with(choices: 'none, small, 20', price: '5 EUR; 8 EUR', cut: SLOT, parts: [{ 'part' => 'right', 'offset' => '30 mm', 'from' => 'bottom' }], along: 'vertical')
    prices = %w[none small 20].to_h { |choice| [choice, result(made, cable_way: choice).price] }
    assert_equal({ 'none' => '100.00 EUR', 'small' => '105.00 EUR', '20' => '108.00 EUR' }, prices)
    assert_equal [[[200.0, 30.0]]], [result(made, cable_way: 'small').model.solids.last.built.first.centres]
    assert_empty result(made).model.solids.last.built
    again = Exchange::FamilyFile.read(Exchange::FamilyFile.yaml(made)).family
    assert_equal made, again
    renamed = Family::Edits.apply(made, 'do' => 'rename_parameter', 'name' => 'cable_way', 'to' => 'duct')
    assert_equal '105.00 EUR', result(renamed, duct: 'small').price
  end

  def test_what_is_refused
    { { choices: 'one' } => /two of them/, { choices: 'a, b', price: '1 EUR; 2 EUR; 3 EUR' } => /3 prices for 1 choices/, { name: 'left' } => /something else already/, { along: 'askew', cut: SLOT, parts: [{ 'part' => 'left' }] } => /askew/,
      { cut: SLOT, parts: [{ 'part' => 'middle' }] } => /no part "middle"/, { form: 'other' } => /"other"/ }.each do |option, words|
      assert_match words, refused(VastLattice::Error) { with(**option) }.message, option.to_s
    end
  end
end
