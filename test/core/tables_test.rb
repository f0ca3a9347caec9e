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
      - {name: few, kind: count, formula: "count(runners.length[defined(item) and item > 120 mm])"}
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

  # Where one value is wanted, a property is that of the row picked; a list where a list is. The default of a bare number is the base unit.
  def test_a_property_is_used_by_name
    plan = plan(<<~YAML)
      currency: EUR
      patterns: {part_number: "L-{finish.grade}-{finish.price / 1 EUR}"}
      base_price: finish.price * 2
      parameters:
        - {name: colour, kind: text, default: none}
        - {name: dear, kind: yes_no, formula: finish.price > mean(finish.price)}
        - {name: most, kind: number, unit: EUR, formula: "max(finish.price)"}
        - {name: more, kind: number, unit: EUR, formula: "max(finish.price, 12 EUR)"}
        - {name: safe, kind: number, unit: EUR, formula: "if defined(finish.price) then finish.price else 1 EUR"}
        - {name: many, kind: count, formula: "count(finish.price)"}
      tables:
        - name: finish
          columns: [{target: colour}, {target: grade, kind: text}, {target: price, kind: number, unit: EUR}]
          rows:
            - {name: raw, cells: {colour: none, grade: A, price: 10}}
            - {name: painted, cells: {colour: red, grade: B, price: 15}}
            - {name: plated, cells: {colour: zinc, grade: C, price: 11}}
    YAML
    said = lambda do |row|
      outcome = plan.outcome(pick(rows: { 'finish' => row }))
      [%w[dear most more safe many].map { |name| outcome.text(name) }, outcome.labels['part_number'], outcome.price.to_s]
    end
    assert_equal [['no', '15 EUR', '12 EUR', '10 EUR', '3'], 'L-A-10', '20.00 EUR'], said.call('raw')
    assert_equal [['yes', '15 EUR', '15 EUR', '15 EUR', '3'], 'L-B-15', '30.00 EUR'], said.call('painted')
    assert_equal ['undefined', '15 EUR', 'undefined', '1 EUR', '3'], said.call('').first
    assert_equal({ 'grade' => 'B', 'price' => '15 EUR' }, plan.outcome(pick(rows: { 'finish' => 'painted' })).properties)
    csv = Exchange::VariantsCSV.new(plan).to_csv.lines.map { |line| line.split(',')[3] }
    assert_equal ['price [EUR]', '10', '15', '11'], csv
    assert_equal '15 EUR', Checks::Trial.new(plan).run('finish.price', { 'any' => true }, pick(rows: { 'finish' => 'painted' }))['here']
  end

  # Cells that close a circle are faults of their rows alone, the fewest of them; a circle without cells is the family's.
  def test_cells_that_run_in_a_circle
    body = <<~YAML
      parameters: [{name: a, kind: number, unit: mm, default: 10 mm}, {name: b, kind: number, unit: mm, default: 20 mm}, {name: c, kind: number, unit: mm, formula: b + 1 mm}]
      tables:
        - name: size
          columns: [{target: a}, {target: b}]
          rows: [{name: A, cells: {a: 3, b: a * 2}}, {name: B, cells: {a: 4, b: a * 3}}, {name: C, cells: {a: c / 2, b: 8}}, {name: D, cells: {a: a + 1 mm}}]
    YAML
    plan = plan(body)

    assert_predicate plan, :runnable?
    assert_equal ['table size, row C, column a', 'table size, row D, column a'], plan.errors.map { |finding| finding.place.to_s }.sort
    assert_match(/circle: (a → c → b → a|c → b → a → c|b → a → c → b)\./, plan.errors.find { |finding| finding.place.to_s.include?('row C') }.message)
    expected = { 'A' => ['3 mm', '6 mm', []], 'B' => ['4 mm', '12 mm', []], 'C' => ['10 mm', '8 mm', [:cycle]], 'D' => ['10 mm', '20 mm', [:cycle]] }
    expected.each do |row, (a, b, codes)|
      outcome = plan.outcome(pick(rows: { 'size' => row }))
      assert_equal [a, b, codes], [outcome.text('a'), outcome.text('b'), outcome.findings.map(&:code)], row
    end

    whole = plan(body.sub('default: 10 mm', 'default: a + 1 mm'))
    refute_predicate whole, :runnable?
    assert_equal(['parameter a'], whole.errors.map { |finding| finding.place.to_s }.uniq)
  end

  def test_look_ups_exact_enough_and_fitting
    plan = plan(STORE)
    { 'low' => ['100 mm', 'undefined'], 'high' => ['200 mm', '150 mm'] }.each do |row, texts|
      assert_equal(texts, %w[runner fits].map { |name| plan.outcome(pick(rows: { 'duty' => row })).text(name) })
    end
    free = plan.outcome(pick(rows: { 'duty' => '' }))
    assert_equal(['150 mm', '100 mm', '6.4 mm', '2', '20 cm'], %w[runner fits clear few second].map { |name| free.text(name) })
    assert_includes plan.outcome(pick(rows: { 'duty' => '' }, answers: { 'needed' => '3 m' })).findings.map(&:code), :undefined
  end

  # Tables that are only looked up in are no variants.
  def test_properties_and_labels
    plan = plan(STORE)
    variants = Variants::All.new(plan).to_a

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

  # What is not valid is marked in the resolved table, or left out: by its own errors, and by what looking through all has found.
  def test_the_resolved_table_marks_what_is_not_valid
    plan = plan(STORE.sub('name: needed, kind: number, unit: mm,', 'name: needed, kind: number, unit: mm, most: 120,').sub('needed: 90', 'needed: 110'))
    written = ->(**how) { CSV.parse(Exchange::VariantsCSV.new(plan, **how).to_csv, headers: true).map { |row| row.values_at('duty', 'valid') } }
    assert_equal [%w[low yes], %w[high no]], written.call
    assert_equal [%w[low yes]], written.call(only_valid: true)
    known = Variants::Verdicts.new(plan, 'ee')
    assert_equal [%w[low no], %w[high no]], written.call(verdicts: known)
    assert_empty Exchange::VariantsCSV.new(plan, verdicts: known, only_valid: true).to_list
  end

  def test_columns_that_cannot_be_lists_or_properties
    { 'length: 20 cm' => ['length: needed', :not_constant], 'clearance: 5.3' => ['clearance: 5 kg', :not_constant],
      'runners.length[2]' => ['runners.lenght[2]', :unknown_name], 'item > 120 mm]' => ['item > 120]', :dimension],
      '{runner}-' => ['{runer}-', :unknown_name] }
      .each do |from, (to, code)|
      assert_includes plan(STORE.sub(from, to)).errors.map(&:code), code, to
    end
  end

  # A material by default, by row, by rule; a finish that goes only with some sizes.
  def test_materials_and_restricted_tables
    plan = plan(<<~YAML)
      parameters: [{name: wet, kind: yes_no, default: "no"}]
      parts: [{name: panel, material: steel, stock: {kind: plate, width: 100, height: 100, thickness: 10}}]
      tables:
        - {name: size, columns: [{target: wet}], rows: [{name: S}, {name: L, cells: {wet: "yes"}}]}
        - {name: finish, columns: [{target: panel.material}], rows: [{name: bare}, {name: light, cells: {panel.material: aluminium}}]}
      rules:
        - {name: No rust, when: wet, then: [{set: panel.material, to: stainless_steel}, {set: panel.colour, to: "#112233"}]}
        - {name: Small is bare, when: 'size.row = "S"', then: [{offer: finish.row, choices: [bare]}]}
    YAML
    at = ->(size, finish) { Result.new(plan, pick(rows: { 'size' => size, 'finish' => finish })) }

    { %w[S bare] => [0.785, 'default', []], %w[S light] => [0.27, 'table finish', [:not_offered]],
      %w[L light] => [0.79, 'rule No rust', []] }
      .each do |(size, finish), (mass, decider, codes)|
      result = at.call(size, finish)

      assert_in_delta mass, result.facts['mass'], 1e-9
      assert_equal [decider, codes], [result.outcome.decider('panel.material').to_s, result.findings.map(&:code)]
    end
    assert_match(/Choose bare/, at.call('S', 'light').findings.first.remedy)
    assert_equal 'L', at.call('L', 'bare').outcome.value('size.row')
    assert_includes at.call('L', 'bare').front_view, 'fill="#112233"'
    refute_includes at.call('S', 'bare').front_view, '#112233'
  end

  # Prices and operations by rule; rows found by keys; choices that nothing offers.
  def test_lines_keys_and_choices_never_offered
    text = <<~YAML
      parameters:
        - {name: a, kind: number, unit: m, default: 2 m}
        - {name: c, kind: choice, choices: [x, y, z], default: x}
      tables: [{name: t, columns: [{target: a, key: yes}, {target: c, key: yes}], rows: [{name: r1, cells: {a: 1, c: x}}, {name: r2, cells: {a: 1, c: y}}, {name: r3, cells: {a: 3}}]}]
      rules:
        - {name: Long, when: a > 1.5 m, then: [{price: Stiffener, amount: 2.333 EUR/m * a}, {operation: Weld it}, {offer: c, choices: [x]}], otherwise: [{offer: c, choices: [x, y]}]}
    YAML
    plan = plan(text)
    outcome = plan.outcome(pick(rows: { 't' => 'r3' }))

    assert_equal ['Stiffener: 7.00 EUR', 'Weld it'], outcome.lines.map(&:to_s)
    assert_equal [[], 7.0], [plan.outcome(pick(rows: { 't' => 'r1' })).lines, outcome.prices.first.amount]
    assert_equal ['z is never offered for c.'], plan.findings.select { |finding| finding.code == :never_offered }.map(&:message)
    table = plan.family.tables.first
    assert_equal [%w[a c], %w[r2], %w[x y], %w[1]],
                 [table.key_columns.map(&:target), table.narrowed('a' => '1', 'c' => 'y').map(&:name), table.key_values('c', 'a' => '1'),
                  table.key_values('a', 'c' => 'x')]
    assert_equal [:dimension], plan(text.sub('2.333 EUR/m', '2.333')).errors.map(&:code)
  end

  # What can never be, and what no variant shows.
  def test_dead_rules_doubled_rows_and_features_never_built
    plan = plan(<<~YAML)
      parameters: [{name: a, kind: count, default: 1}]
      parts:
        - name: plate
          stock: {kind: plate, width: 90 mm, height: 30 mm, thickness: 3 mm}
          features: [{name: ghost, kind: hole, diameter: 3 mm, built_when: a > 9}, {name: real, kind: hole, diameter: 3 mm}]
      tables: [{name: t, columns: [{target: a}], rows: [{name: x, cells: {a: 2}}, {name: y, cells: {a: 2}}, {name: z}]}]
      rules:
        - {name: Dead, when: 1 > 2, then: [{hide: real}]}
        - {name: Hidden, when: "true", then: [{warn: always}], else_when: [{when: a > 1, then: [{hide: real}]}]}
        - {name: Rare, when: a > 7, then: [{hide: real}]}
    YAML
    found = (plan.findings + Checks::Coverage.new(plan).findings).map { |finding| [finding.code, finding.place.to_s] }

    assert_equal [[:never_fires, 'rule Dead, when'], [:never_fires, 'rule Hidden, else when, no. 1, when'], [:same_rows, 'table t, row y'],
                  [:never_built, 'part plate, feature ghost'], [:never_applied, 'rule Rare']], found
  end

  # docs/findings.md explains every code that the core can give.
  def test_every_code_is_documented
    code = Dir[File.join(ROOT, 'lib/**/*.rb')].map { |path| File.read(path) }.join
    codes = code.scan(/(?:error|note|find|report|found|tell)\((?::\w+, )?:(\w+), |code: :(\w+)|level == :error \? :(\w+) : :(\w+)/).flatten.compact.uniq
    documented = File.read(File.join(ROOT, 'docs/findings.md')).scan(/^\| `(\w+)`/).flatten

    assert_empty codes - documented - %w[error warning note]
  end

  # ISO 3: the basic series R5 and R10 as printed; all of R40 within the 1.26 % (1.263 % at 1.70) that rounding costs at most.
  def test_preferred_numbers
    assert_equal [1.0, 1.6, 2.5, 4.0, 6.3, 10.0], Family::Series.numbers('R5', first: 1.0, count: 6)
    assert_equal [500.0, 630.0, 800.0, 1000.0, 1250.0, 1600.0, 2000.0, 2500.0, 3150.0, 4000.0, 5000.0],
                 Family::Series.numbers('R10', first: 500.0, count: 11)
    assert_equal [1060.0, 1120.0], Family::Series.numbers('R40', first: 1001.0, count: 2)
    Family::Series.numbers('R40', first: 1.0, count: 80).each_with_index { |number, index| assert_in_epsilon 10**(index / 40.0), number, 0.01264 }
    assert_equal [2.0, 2.5, 3.0], Family::Series.numbers('arithmetic', first: 2.0, count: 3, step: 0.5)
    assert_equal [2.0, 6.0, 18.0], Family::Series.numbers('geometric', first: 2.0, count: 3, step: 3.0)

    filled = Family::Edits.apply(side_frame, 'do' => 'fill_series', 'table' => 'size', 'column' => 'length', 'kind' => 'R10',
                                             'first' => '630', 'from' => 'SF-1000')
    assert_equal(%w[500 630 800 630 800 1000 1250 1600], filled.tables.first.rows.map { |row| row.cells['length'] })
    assert_match(/above zero/, refused(Error) do
      Family::Edits.apply(side_frame, 'do' => 'fill_series', 'table' => 'size', 'column' => 'length', 'kind' => 'R10', 'first' => '-1')
    end.full_text)
  end

  def test_lists_and_filters
    { '[1, 2, 3][2]' => 2.0, '[1, 2, 3][-1]' => 3.0, 'sum([1, 2, 3][item > 1])' => 5.0, 'count(["a", "b"][item != "a"])' => 1.0,
      '["oak", "ash"][1]' => 'oak', 'max([10 mm, 2 cm])' => 20.0, 'median([1, 4, 2, 3])' => 2.5 }
      .each { |text, value| assert_equal value, evaluate(text), text }
    assert_predicate evaluate('[1, 2][7]'), :nan?
  end
end
