# frozen_string_literal: true

require_relative '../support/core'

# Another unit for a parameter changes how it is shown and nothing else: every value of every variant stays what it was.
class UnitChangeTest < CoreCase
  FRAME = <<~YAML
    currency: EUR
    parameters:
      - {name: length, kind: number, unit: mm, default: 600, least: 100, most: 3000, step: 10}
      - {name: gauge, kind: choice, unit: mm, choices: [2, 2.5, 3], default: 2}
      - {name: half, kind: number, unit: mm, formula: length / 2}
    tables:
      - {name: size, columns: [{target: length, key: true}, {target: gauge, unit: mm}], rows: [{name: A, cells: {length: 500, gauge: 2}}, {name: B, cells: {length: 1 m, gauge: 3}}]}
    rules:
      - {name: Long, when: length > 900 mm, then: [{set: gauge, to: 2.5}, {limit: length, most: 2000}], otherwise: [{offer: gauge, choices: [2, 3]}]}
    rule_tables:
      - {name: T, policy: first, inputs: [length], outputs: [limit length most, price P], rows: [{tests: ['[100..700]'], values: [1500, 1 EUR]}, {tests: ['> 700'], values: ['', 2 EUR]}]}
    forms:
      - {name: f, pages: [{title: P, groups: [{fields: [{ask: length, least: 200, default: 650, narrowings: [{when: gauge = 3 mm, most: 1800}]}]}]}]}
    overrides:
      - {target: length, value: 640, reason: Trial, rows: {size: A}}
  YAML

  def told(plan)
    plan.family.tables.first.rows.each_index.map do |row|
      outcome = plan.outcome_at([row])
      [outcome.values, outcome.limits, outcome.findings.map(&:code), outcome.price.to_s, plan.form_fields.fetch('f').map { |field| [field.least, field.default, field.narrowings] }.inspect]
    end
  end

  def test_every_value_stays
    before = family(FRAME)
    { 'in' => '25.1969 in', 'cm' => '64 cm' }.each do |unit, text|
      after = Family::Edits.apply(before, 'do' => 'put_parameter', 'name' => 'length', 'fields' => { 'unit' => unit })
      plans = [before, after].map { |own| Plan.of(own) }

      assert_empty plans.last.errors
      assert_equal(*plans.map { |plan| told(plan) })
      assert_equal text, plans.last.outcome.text('length')
      assert_equal ['600 mm', '10 mm', '500 mm', '[100 mm..700 mm]', '640 mm'], [*after.parameter('length').then { |own| [own.default, own.step] }, after.tables.first.rows.first.cells['length'], after.rule_tables.first.rows.first.tests.first, after.overrides.first.value]
    end
    choices = Family::Edits.apply(before, 'do' => 'put_parameter', 'name' => 'gauge', 'fields' => { 'unit' => 'cm' })
    assert_equal [['2 mm', '2.5 mm', '3 mm'], '2.5 mm', '3'], [choices.parameter('gauge').choices, choices.rules.first.branches.first.effects.first.arguments['to'], choices.tables.first.rows.last.cells['gauge']]
    assert_equal Plan.of(before).outcome.value('gauge'), Plan.of(choices).outcome.value('gauge')
  end

  # What is typed in the same change is meant in the new unit; another dimension is another parameter.
  def test_what_is_typed_with_it_is_meant_in_it
    changed = Family::Edits.apply(family(FRAME).with(tables: [], overrides: []), 'do' => 'put_parameter', 'name' => 'length', 'fields' => { 'unit' => 'cm', 'default' => '70' })
    assert_in_delta 700, Plan.of(changed).outcome.value('length')
    other = Family::Edits.apply(family(FRAME), 'do' => 'put_parameter', 'name' => 'length', 'fields' => { 'unit' => 'kg' })
    assert_equal '600', other.parameter('length').default
  end

  # So do values that families around give, on every level.
  def test_what_families_around_give_stays
    frame = family(FRAME).with(name: 'Frame', rules: [], rule_tables: [], overrides: [], forms: [])
    box = { 'name' => 'Box', 'components' => [{ 'name' => 'one', 'family' => 'Frame', 'rows' => { 'size' => 'none' }, 'values' => { 'length' => '700' } }] }
    hall = { 'name' => 'Hall', 'components' => [{ 'name' => 'box', 'family' => 'Box', 'values' => { 'one.gauge' => '3' } }],
             'rules' => [{ 'name' => 'R', 'when' => 'box.one.length > 1 mm', 'then' => [{ 'set' => 'box.one.length', 'to' => '800' }] }] }
    edit = { 'do' => 'put_parameter', 'name' => 'length', 'fields' => { 'unit' => 'in' } }
    before = [frame, *[box, hall].map { |tree| Family.from_tree(tree) }]
    library = Plan::Library.new(before)
    follow = Plan::Renaming.of([edit])
    after = [Family::Edits.apply(frame, edit), *before.drop(1).map { |own| follow.call(library.plan(own.name), 'Frame') }]
    assert_equal ['700 mm', '800 mm'], [after[1].components.first.values['length'], after[2].rules.first.branches.first.effects.first.arguments['to']]
    placed = Plan::Library.new(after).plan('Box').outcome.placing('one').instance
    assert_in_delta 700.0, placed.value('length'), 1e-9
  end
end
