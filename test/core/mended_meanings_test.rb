# frozen_string_literal: true

require_relative '../support/core'

# Meanings that were once wrong, each by a case worked out by hand.
class MendedMeaningsTest < CoreCase
  PLATE = '{kind: plate, width: 90 mm, height: 60 mm, thickness: 4 mm}'
  BEAM = '{kind: bar, outline: %s, height: 60 mm, width: 40 mm, thickness: 4 mm, flange_thickness: 5 mm, root_radius: 2 mm, length: 100 mm}'
  BORED = '{kind: turned, steps: [{length: 50, diameter: 30}], bores: [{from: left, diameter: 20}]}'

  def part(*features, stock: PLATE)
    lines = features.map { |feature| "      - {#{feature}}\n" }.join
    Result.new(plan("parts:\n  - name: p\n    stock: #{stock}\n#{"    features:\n" if features.any?}#{lines}"))
  end

  def taken(result, whole) = whole - result.model.volume
  def codes(result) = result.findings.map(&:code)

  # Cylinder through a bore: a hole of 5 in a tube of 30 by 20, integrated over the width of the hole (by hand, 1e-3).
  def test_through_wall_and_through_part
    blank = Math::PI / 4 * 50 * ((30**2) - (20**2))
    steps = 20_000
    one = (0...steps).sum do |index|
      y = -2.5 + ((index + 0.5) * 5 / steps)
      2 * Math.sqrt(6.25 - (y * y)) * (Math.sqrt(225 - (y * y)) - Math.sqrt(100 - (y * y))) * 5 / steps
    end
    hole = 'name: h, kind: hole, diameter: 5 mm, face: side'
    assert_in_delta one, taken(part("#{hole}, through: wall", stock: BORED), blank), 0.03
    assert_in_delta 2 * one, taken(part("#{hole}, through: part", stock: BORED), blank), 0.03
    flange = Math::PI / 4 * 25 * 5
    %w[top bottom].each do |face|
      channel = part(stock: BEAM % 'channel').model.volume
      assert_in_delta flange, taken(part("name: h, kind: hole, diameter: 5 mm, face: #{face}", stock: BEAM % 'channel'), channel), 1e-3
      assert_in_delta 2 * flange, taken(part("name: h, kind: hole, diameter: 5 mm, face: #{face}, through: part", stock: BEAM % 'channel'), channel), 1e-2
    end
  end

  # A hole goes through what stands where it is drilled, on either side, and nothing is said to overlap.
  def test_holes_through_pads_and_bosses
    hole = Math::PI / 4 * 25 * 10
    boss = 'name: b, kind: boss, diameter: 20 mm, rise: 6 mm'
    %w[front back].each do |face|
      result = part(boss, "name: h, kind: hole, diameter: 5 mm, face: #{face}")
      assert_in_delta hole, taken(result, (90 * 60 * 4) + (Math::PI * 100 * 6)), 0.05
      assert_empty codes(result)
    end
    earlier = part('name: h, kind: hole, diameter: 5 mm', boss)
    assert_in_delta hole * 0.4, taken(earlier, (90 * 60 * 4) + (Math::PI * 100 * 6)), 0.05, 'a boss that comes later stays whole'
  end

  def test_what_begins_on_the_floor_of_a_pocket
    result = part('name: k, kind: pocket, width: 40 mm, height: 30 mm, depth: 2 mm', 'name: b, kind: boss, diameter: 9 mm, rise: 1 mm, on: k',
                  'name: h, kind: hole, diameter: 4 mm, on: b')
    assert_empty codes(result)
    assert_in_delta (40 * 30 * 2) - (Math::PI / 4 * 81) + (Math::PI * 4 * 3), taken(result, 90 * 60 * 4), 0.05
  end

  # A segment of a circle of radius 60 over a chord of 80 has r² asin(c / 2r) − c / 2 · √(r² − c² / 4).
  def test_outlines_drawn_either_way_round
    segment = (3600 * Math.asin(80 / 120.0)) - (40 * Math.sqrt(3600 - 1600))
    points = ['{x: 0, y: 0}', '{x: 100, y: 0, arc: %s60 mm}', '{x: 100, y: 80}', '{x: 0, y: 80}']
    back = ['{x: 0, y: 80}', '{x: 100, y: 80, arc: %s60 mm}', '{x: 100, y: 0}', '{x: 0, y: 0}']
    [points, back].each do |list|
      { '' => 1, '-' => -1 }.each do |sign, out|
        result = part(stock: "{kind: plate, outline: points, thickness: 1 mm, points: [#{format(list.join(', '), sign)}]}")
        assert_in_delta 8000 + (out * segment), result.model.volume, 1e-6
      end
    end
  end

  def test_overall_sizes_are_true
    round = '{kind: plate, outline: round, diameter: 100 mm, thickness: 1 mm}'
    cut = part('name: c, kind: cut_out, width: 60 mm, height: 40 mm, horizontal: {from: right, offset: 0}', stock: round)
    assert_in_delta 50 + Math.sqrt(2500 - 400), cut.more_facts['size'][0], 1e-4
    mitred = part(stock: '{kind: bar, outline: round, diameter: 40 mm, length: 100 mm, left_mitre: 45 deg, right_mitre: -30 deg}')
    assert_equal([100.0, 40.0, 40.0], mitred.more_facts['size'].map { |size| size.round(4) })
  end

  def test_shapes_that_cannot_be_are_findings
    { 'name: a, kind: cut_out, width: 200 mm, height: 200 mm' => :nothing_remains, 'name: a, kind: hole, diameter: 300 mm' => :nothing_remains,
      'name: a, kind: hole, diameter: 1e9 mm' => :nothing_remains,
      'name: a, kind: pad, width: 40 mm, height: 20 mm, corner_radius: 10 mm, rise: 3 mm, horizontal: {from: left, offset: 0}' => :through_edge,
      'name: a, kind: pad, width: 40 mm, height: 20 mm, corner_radius: 10 mm, rise: 3 mm, horizontal: {from: left, offset: -60 mm}' => :touches_nothing,
      'name: a, kind: hole, diameter: 3 mm, pattern: {count: 2.5, pitch: 9 mm}' => :not_whole,
      'name: a, kind: hole, diameter: 3 mm, pattern: {count: 0, pitch: 9 mm}' => :touches_nothing }.each do |feature, code|
      result = part(feature)
      assert_includes codes(result), code, feature
      %w[front top section].each { |view| result.view(view) }
      result.scene
      JSON.generate(Exchange::ResultTree.tree(result))
    end
    text = "parameters: [{name: m, kind: text, default: wood}]\nparts: [{name: p, stock: #{PLATE}}]\n"
    unknown = [plan(text).then { |plan| Result.new(plan, pick(overrides: { 'p.material' => 'wod' })) },
               Result.new(plan("#{text}rules: [{name: R, when: true, then: [{set: p.material, to: =m}]}]\n"))]
    unknown.each { |result| assert_includes codes(result), :unknown_material }
  end

  # 10 + 20 + 30: each instance stands where its own number says.
  def test_index_in_a_position
    result = part('name: a, kind: hole, diameter: 3 mm, horizontal: {from: left, offset: 10 mm * index}, vertical: {from: bottom, offset: 9 mm + index * 2 mm}, pattern: {count: 3, pitch: 0 mm}')
    assert_equal [[10.0, 11.0], [20.0, 13.0], [30.0, 15.0]], result.model.feature('a').centres
  end

  # Steps count from the own least, 50, though a rule begins at 63.
  def test_steps_and_limits
    body = <<~YAML
      parameters:
        - {name: n, kind: number, unit: mm, default: 70 mm, least: 50 mm, most: 200 mm, step: 20 mm}
        - {name: on, kind: count, default: 1}
      rules: [{name: Narrow, when: on = 1, then: [{limit: n, least: 63 mm, most: 155 mm}]}, {name: None, when: on = 2, then: [{limit: n, least: 91 mm, most: 105 mm}]}]
    YAML
    told = ->(n, on = 1) { plan(body).outcome(pick(answers: { 'n' => n, 'on' => on.to_s })).findings.map { |finding| [finding.code, finding.remedy] } }
    assert_empty told['70']
    assert_equal [[:below_least, 'The nearest allowed value is 70 mm.']], told['60']
    assert_equal [[:above_most, 'The nearest allowed value is 150 mm.']], told['170']
    assert_equal [[:off_step, 'The nearest allowed value is 70 mm.']], told['65']
    assert_equal %i[nothing_left below_least].sort, told['90', 2].map(&:first).sort
    assert_match(/above the most allowed, 155 mm by rule "Narrow"/, plan(body).outcome(pick(answers: { 'n' => '170' })).findings.first.message)
  end

  def test_values_have_the_digits_that_they_have
    plan = plan(<<~YAML)
      patterns: {part_number: "A-{l}"}
      parameters:
        - {name: l, kind: number, unit: mm, default: 12345.67 mm}
        - {name: m, kind: number, unit: kg, default: 1234567.25 kg}
        - {name: e, kind: number, unit: EUR, default: 123456.78 EUR}
        - {name: t, kind: number, unit: mm, formula: 10 mm / 3}
    YAML
    outcome = plan.outcome
    assert_equal(['12345.67 mm', '1234567.25 kg', '123456.78 EUR', '3.33333 mm'], %w[l m e t].map { |name| outcome.text(name) })
    numbers = %w[1234567.5 1234567.4 0.123456789 0.123456788].map { |text| plan.outcome(pick(answers: { 'l' => text })).labels['part_number'] }
    assert_equal %w[A-1234567.5 A-1234567.4 A-0.123456789 A-0.123456788], numbers
  end

  def test_yes_and_no_in_rule_tables
    body = <<~YAML
      parameters: [{name: on, kind: yes_no, default: "yes"}, {name: y, kind: count, default: 9}]
      rule_tables: [{name: T, policy: unique, output: y, inputs: [on], rows: [{tests: ["yes"], value: 1}, {tests: ["no"], value: 2}]}]
    YAML
    assert_equal(%w[1 2], %w[yes no].map { |word| plan(body).outcome(pick(answers: { 'on' => word })).text('y') })
  end

  # One row that is missing is one error; what does not apply is called that; a look-up says what it looked for.
  def test_what_is_told_of_what_is_undefined
    plan = plan(<<~YAML)
      parameters: [#{%w[a b c d e f].map { |name| "{name: #{name}, kind: number, unit: mm}" }.join(', ')}, {name: on, kind: yes_no, default: "no"}, {name: x, kind: count, default: 1, applies_when: on},
                   {name: size, kind: choice, choices: [M5, M6, M8], default: M8}, {name: y, kind: count, formula: x * 2}, {name: z, kind: number, unit: mm, formula: "lookup(bolts.hole, bolts.size_name, size)"}]
      tables:
        - {name: t, columns: [#{%w[a b c d e f].map { |name| "{target: #{name}}" }.join(', ')}], rows: [{name: A, cells: {a: 1, b: 2, c: 3, d: 4, e: 5, f: 6}}]}
        - {name: bolts, columns: [{target: size_name, kind: text}, {target: hole, kind: number, unit: mm}], rows: [{name: a, cells: {size_name: M5, hole: 5.5}}, {name: b, cells: {size_name: M6, hole: 6.6}}]}
    YAML
    errors = plan.outcome(pick(rows: { 't' => '' })).findings.select(&:error?)
    assert_equal(%i[no_row undefined undefined], errors.map(&:code).sort)
    messages = errors.map(&:message).join("\n")
    assert_match(/No row of table t is picked, so a, b, c, d, e, f have no value/, messages)
    assert_match(/y is undefined: x does not apply here, as on does not hold/, messages)
    assert_match(/lookup finds nothing for "M8" in bolts.size_name; the nearest is "M[56]"/, messages)
  end

  # New names follow everywhere and change nothing.
  def test_renaming_what_was_missed
    body = <<~YAML
      parameters:
        - {name: shaft_l, kind: number, unit: mm, default: 10 mm}
        - {name: other, kind: number, unit: mm, formula: "max(size.shaft_l) + 1 mm"}
        - {name: w, kind: number, unit: mm, default: 5}
      parts: [{name: frame, stock: #{PLATE}, features: [{name: h, kind: hole, diameter: other}]}]
      tables:
        - {name: size, columns: [{target: shaft_l}], rows: [{name: A, cells: {shaft_l: 3}}, {name: B, cells: {shaft_l: 4}}]}
        - {name: u, columns: [{target: w, open: true, least: shaft_l, most: shaft_l * 5}], rows: [{name: X, cells: {w: 6}}]}
      rules:
        - {name: R, when: 'size.row = "A" or u.row in ("X")', then: [{suppress: frame}, {offer: u.row, choices: [X]}]}
      rule_tables: [{name: T, policy: first, output: w, inputs: [size.row], rows: [{tests: ["A, B"], value: 7}]}]
    YAML
    before = family(body)
    after = [{ 'do' => 'rename_parameter', 'name' => 'shaft_l', 'to' => 'len' }, { 'do' => 'rename_part', 'name' => 'frame', 'to' => 'side' },
             { 'do' => 'rename_row', 'table' => 'size', 'row' => 'A', 'name' => 'the "first"' }, { 'do' => 'rename_row', 'table' => 'u', 'row' => 'X', 'name' => 'Q' },
             { 'do' => 'rename_table', 'name' => 'size', 'to' => 'sizes' }].reduce(before) { |changed, edit| Family::Edits.apply(changed, edit) }
    assert_empty Plan.of(after).errors
    said = lambda do |family, row|
      outcome = Plan.of(family).outcome(pick(rows: { family.tables[0].name => row }))
      [outcome.values, outcome.findings.map(&:code)]
    end
    [['A', 'the "first"'], %w[B B]].each { |old, new| assert_equal(said[before, old].flatten - %w[A X], said[after, new].flatten - ['the "first"', 'Q']) }
    refute_match(/shaft_l|frame|"A"|"X"|\bsize\b/, Exchange::FamilyFile.yaml(after))
  end

  def test_hints
    { 'bore^2' => /two stars/, 'pi * 2' => /It is a function: write pi\(\)/, '2 + if 1 > 2 then 1 else 2' => /brackets/ }.each do |text, hint|
      assert_match hint, refused { evaluate(text, 'bore' => [2.0, Formula::NUMBER]) }.remedy
    end
    assert_equal [:unknown_name], plan('parameters: [{name: a, kind: count, formula: nope}]').findings.reject { |finding| finding.level == :note }.map(&:code)
  end
end
