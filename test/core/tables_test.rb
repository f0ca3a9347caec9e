# frozen_string_literal: true

require_relative '../support/core'

# Look-ups into tables, properties, labels by pattern.
class TablesTest < CoreCase
  STORE = <<~YAML
    patterns: {part_number: "RN-{runner}-{size}", description: "{upper_case(size)} in {needed / 1 mm}"}
    parameters:
      - {name: needed, kind: number, unit: mm, default: 130}
      - {name: size, kind: choice, choices: [M5, M6], default: M6}
      - {name: runner, kind: number, unit: mm, formula: "lookup_at_least(runners.length, runners.length, needed)"}
      - {name: fits, kind: number, unit: mm, formula: "lookup_at_most(runners.length, runners.length, needed)"}
      - {name: clear, kind: number, unit: mm, formula: "lookup(bolts.clearance, bolts.size_name, size, bolts.fit, \\"close\\")"}
      - {name: few, kind: count, formula: "count(runners.length[item > 120 mm])"}
      - {name: second, kind: number, unit: cm, formula: "runners.length[2]"}
    tables:
      - name: runners
        columns: [{target: length, kind: number, unit: mm}]
        rows: [{name: a, cells: {length: 100}}, {name: c, cells: {length: 20 cm}}, {name: b, cells: {length: 150}}, {name: gap}]
      - name: bolts
        columns: [{target: size_name, kind: text}, {target: fit, kind: text}, {target: clearance, kind: number, unit: mm}]
        rows:
          - {name: a, cells: {size_name: M5, fit: close, clearance: 5.3}}
          - {name: b, cells: {size_name: M6, fit: medium, clearance: 6.6}}
          - {name: c, cells: {size_name: M6, fit: close, clearance: 6.4}}
      - name: duty
        columns: [{target: needed}, {target: remark, kind: text}]
        rows: [{name: low, cells: {needed: 90, remark: "for boxes, small"}}, {name: high, cells: {needed: 160}}]
  YAML

  def test_look_ups_exact_enough_and_fitting
    plan = plan(STORE)
    { 'low' => ['100 mm', 'no value'], 'high' => ['200 mm', '150 mm'] }.each do |row, texts|
      assert_equal(texts, %w[runner fits].map { |name| plan.outcome(pick(rows: { 'duty' => row })).text(name) })
    end
    free = plan.outcome(pick(rows: { 'duty' => '' }))
    assert_equal(['150 mm', '100 mm', '6.4 mm', '2', '20 cm'], %w[runner fits clear few second].map { |name| free.text(name) })
    assert_includes plan.outcome(pick(rows: { 'duty' => '' }, answers: { 'needed' => '3 m' })).findings.map(&:code), :no_value
  end

  # Tables that are only looked up in are no variants.
  def test_properties_and_labels
    plan = plan(STORE)
    variants = Checks::Variants.new(plan).to_a

    assert_equal %w[low high], variants.map(&:name)
    assert_equal([{ 'remark' => 'for boxes, small' }, { 'remark' => '' }], variants.map { |variant| variant.result.outcome.properties })
    assert_equal([{ 'part_number' => 'RN-100-M6', 'description' => 'M6 in 90' }, { 'part_number' => 'RN-200-M6', 'description' => 'M6 in 160' }],
                 variants.map { |variant| variant.result.outcome.labels })
    assert_equal %w[duty part_number description remark], Exchange::VariantsCSV.new(plan).headings.first(4)
    assert_empty Checks::Collisions.new(plan).findings
  end

  def test_part_numbers_that_collide_are_named
    plan = plan(STORE.sub('RN-{runner}-{size}', 'RN-{size}'))

    assert_match(/low, high have the same part number, RN-M6/, Checks::Collisions.new(plan).findings.first.message)
  end

  def test_columns_that_cannot_be_lists_or_properties
    { 'length: 20 cm' => ['length: needed', :not_constant], 'clearance: 5.3' => ['clearance: 5 kg', :not_constant],
      'runners.length[2]' => ['runners.lenght[2]', :unknown_name], '[item > 120 mm]' => ['[item > 120]', :dimension],
      '{runner}-' => ['{runer}-', :unknown_name] }
      .each do |from, (to, code)|
      assert_includes plan(STORE.sub(from, to)).errors.map(&:code), code, to
    end
  end

  def test_lists_and_filters
    { '[1, 2, 3][2]' => 2.0, '[1, 2, 3][-1]' => 3.0, 'sum([1, 2, 3][item > 1])' => 5.0, 'count(["a", "b"][item != "a"])' => 1.0,
      '["oak", "ash"][1]' => 'oak', 'max([10 mm, 2 cm])' => 20.0, 'median([1, 4, 2, 3])' => 2.5 }
      .each { |text, value| assert_equal value, evaluate(text), text }
    assert_predicate evaluate('[1, 2][7]'), :nan?
  end
end
