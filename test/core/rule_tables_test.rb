# frozen_string_literal: true

require_relative '../support/core'

# Rule tables: each hit policy against an evaluation of its own on generated tables; then tests and reasons.
class RuleTablesTest < CoreCase
  # A generated table over two inputs: [low, high, colour or nil, value] per row.
  def rows(random)
    Array.new(random.rand(1..8)) do
      low = random.rand(0..15)
      [low, low + random.rand(0..6), random.rand(2).zero? ? %w[red blue].sample(random: random) : nil, random.rand(1..4)]
    end
  end

  def table(rows, policy, aggregate = nil)
    lines = rows.map do |low, high, colour, value|
      "- {tests: ['[#{low}..#{high}]', #{colour ? "'\"#{colour}\"'" : "'-'"}], value: #{value}}"
    end
    plan(<<~YAML)
      parameters:
        - {name: x, kind: count, default: 0}
        - {name: colour, kind: choice, choices: [red, blue], default: red}
        - {name: y, kind: count, default: 99}
      rule_tables:
        - name: T
          policy: #{policy}
          #{"aggregate: #{aggregate}" if aggregate}
          output: y
          inputs: [x, colour]
          priorities: [3, 1, 4, 2]
          rows: [#{lines.map { |line| line.delete_prefix('- ') }.join(', ')}]
    YAML
  end

  # What DMN (8.2.11) says each policy gives, worked out plainly: nil where the table is contradicted.
  EXPECTED = {
    ['unique', nil] => ->(values) { values.size > 1 ? nil : values.first || 99 },
    ['any', nil] => ->(values) { values.uniq.size > 1 ? nil : values.first || 99 },
    ['first', nil] => ->(values) { values.first || 99 },
    ['priority', nil] => ->(values) { [3, 1, 4, 2].find { |value| values.include?(value) } || 99 },
    %w[collect sum] => ->(values) { values.empty? ? 99 : values.sum }, %w[collect min] => ->(values) { values.min || 99 },
    %w[collect max] => ->(values) { values.max || 99 }, %w[collect count] => ->(values) { values.empty? ? 99 : values.size }
  }.freeze

  def test_every_hit_policy_agrees_with_an_independent_evaluation
    random = Random.new(8)
    EXPECTED.each do |(policy, aggregate), expected|
      25.times do
        rows = rows(random)
        plan = table(rows, policy, aggregate)
        8.times { compare(plan, rows, random, expected, "#{policy} #{aggregate}") }
      end
    end
  end

  def compare(plan, rows, random, expected, label)
    input = random.rand(0..22)
    colour = %w[red blue].sample(random: random)
    hits = rows.select { |low, high, wanted, _| input.between?(low, high) && (wanted.nil? || wanted == colour) }.map(&:last)
    outcome = plan.outcome(pick(answers: { 'x' => input.to_s, 'colour' => colour }))
    wanted = expected.call(hits)

    assert_equal wanted.nil?, outcome.findings.map(&:code).include?(:hit_clash), label
    assert_equal (wanted || 99).to_f, outcome.value('y'), "#{label} #{rows} #{input} #{colour}"
  end

  # Several outputs of several kinds: values, a limit, a price, a message; a blank cell says nothing. [low, high, cells].
  def wide_rows(random)
    Array.new(random.rand(1..6)) do
      low = random.rand(0..12)
      cells = [random.rand(1..4), random.rand(5..9), random.rand(0..22), random.rand(1..3), %w[Mind Take].sample(random: random)]
      [low, low + random.rand(0..9), cells.each_with_index.map { |cell, at| at.positive? && random.rand(3).zero? ? nil : cell }]
    end
  end

  def wide_plan(rows, policy)
    lines = rows.map { |low, high, cells| { 'tests' => ["[#{low}..#{high}]"], 'values' => cells.each_with_index.map { |cell, at| at == 3 && cell ? "#{cell} EUR" : cell.to_s } } }
    outputs = ['y', 'set z', 'limit x most', 'price Extra', 'warn']
    tree = { 'name' => 'T', 'policy' => policy, 'aggregate' => (if LEAST_OR_MOST.key?(policy)
                                                                  LEAST_OR_MOST[policy]
                                                                end), 'inputs' => ['x'], 'outputs' => outputs,
             'priorities' => (if policy == 'priority'
                                [%w[3 1 4 2], %w[7 5 9]]
                              end), 'rows' => lines }.compact.merge('policy' => policy.split.first)
    Plan.of(Family::Edits.apply(family(<<~YAML), { 'do' => 'put_rule_table', 'rule_table' => tree }))
      parameters:
        - {name: x, kind: count, default: 0, least: 0, most: 22}
        - {name: y, kind: count, default: 99}
        - {name: z, kind: count, default: 77}
    YAML
  end

  # The rows that count, plainly. By priority those are ranked by the first output, then by the second (OMG DMN 1.5, 8.2.10).
  LEAST_OR_MOST = { 'collect least' => 'min', 'collect most' => 'max' }.freeze
  COUNTING = { 'unique' => :itself, 'any' => :itself, 'collect least' => :itself, 'collect most' => :itself, 'first' => ->(hits) { hits.first(1) },
               'priority' => lambda do |hits|
                 hits.sort_by.with_index { |hit, at| [[3, 1, 4, 2].index(hit[0]), [7, 5, 9].index(hit[1]) || 3, at] }.first(1)
               end }.freeze

  def test_several_outputs_of_any_kind_by_each_policy
    random = Random.new(21)
    COUNTING.each do |policy, counting|
      12.times do
        rows = wide_rows(random)
        plan = wide_plan(rows, policy)
        assert_equal plan.family, Exchange::FamilyFile.read(Exchange::FamilyFile.yaml(plan.family)).family
        (0..22).step(3) { |x| compare_wide(plan.outcome(pick(answers: { 'x' => x.to_s })), counting.to_proc.call(rows.select { |low, high, _| x.between?(low, high) }.map(&:last)), policy, x) }
      end
    end
  end

  # What a column comes to: all that its rows say; one of them where they agree, the least or the most by policy.
  def together(values, policy)
    case policy
    when 'any' then values.uniq.size > 1 ? [] : values.first(1)
    when 'collect least' then [values.min].compact
    when 'collect most' then [values.max].compact
    else values
    end
  end

  def compare_wide(outcome, counting, policy, input)
    said = Array.new(5) { |at| counting.filter_map { |cells| cells[at] } }
    clash = (policy == 'unique' && counting.size > 1) || (policy == 'any' && said.any? { |values| values.uniq.size > 1 })
    assert_equal clash, outcome.findings.map(&:code).include?(:hit_clash), policy
    assert_equal(together(said[3], policy), outcome.prices.map { |line| line.amount.to_i })
    assert_equal (policy == 'any' ? together(said[4], policy) : said[4].uniq.sort), outcome.findings.select { |finding| finding.code == :warned }.map(&:message).sort
    assert_equal [22, *together(said[2], policy)].min.to_f, outcome.limit('x')[1]
    return if clash

    wanted = said.first(2).zip([99, 77]).map { |values, default| (together(values, policy).first || default).to_f }
    assert_equal wanted, [outcome.value('y'), outcome.value('z')], "#{policy} #{input}"
    assert_includes outcome.because('z').sentence, 'Rule table "T"' if said[1].any?
  end

  def test_what_cannot_be_put_together_is_refused
    refused = lambda do |policy, output, cell|
      plan("currency: EUR\nparameters:\n  - {name: x, kind: number, unit: mm, default: 1}\nparts:\n  - {name: frame, stock: {kind: plate, width: 9, height: 9, thickness: 1}}\nrule_tables:\n  " \
           "- {name: T, #{policy}, inputs: [x], output: #{output}, rows: [{tests: ['> 0 mm'], value: #{cell}}]}\n").errors.map { |error| [error.code, error.place.path.last] }
    end
    assert_equal [[:unknown_kind, 'aggregate']], refused.call('policy: collect, aggregate: count', 'price X', '1 EUR')
    assert_equal [[:unknown_kind, 'aggregate']], refused.call('policy: collect, aggregate: sum', 'limit x most', '1 mm')
    assert_equal [[:unknown_kind, 'policy']], refused.call('policy: any', 'price X', '1 EUR/kg * frame.mass')
    assert_empty refused.call('policy: collect', 'price X', '1 EUR')
  end

  WIDTHS = <<~YAML
    parameters:
      - {name: width, kind: number, unit: mm, default: 500}
      - {name: wood, kind: choice, choices: [oak, ash, elm], default: oak}
      - {name: hinges, kind: count, default: 2}
    rule_tables:
      - name: Hinges
        policy: first
        output: hinges
        inputs: [width, wood]
        rows:
          - {tests: ["> 900", "-"], value: 4}
          - {tests: ["(600..90 cm]", "oak, ash"], value: 3}
          - {tests: ["< 100, [150..200]", 'not("elm")'], value: width / 100 mm}
  YAML

  def test_tests_take_units_lists_ranges_and_negations
    plan = plan(WIDTHS)
    { %w[901 elm] => '4', %w[900 ash] => '3', %w[600 oak] => '2', %w[700 elm] => '2', %w[99 elm] => '2', %w[200 oak] => '2',
      ['90 cm', 'oak'] => '3', %w[150 ash] => '1.5' }
      .each do |(width, wood), hinges|
      assert_equal hinges,
                   plan.outcome(pick(answers: { 'width' => width, 'wood' => wood })).text('hinges'), "#{width} #{wood}"
    end
    reason = plan.outcome(pick(answers: { 'width' => '1 m' })).because('hinges')
    assert_equal ['rule', 'Rule table "Hinges" makes it 4 by row 1 (> 900; -), first, where width is 1000 mm, wood is oak.'],
                 [reason.decision.word, reason.sentence]
  end

  def test_wrong_tests_are_refused_in_place
    { '"> 900"' => ['"> 900 kg"', :dimension, 'rule table Hinges, no. 1, tests, no. 1'], '"oak, ash"' => ['"oak, ahs"', :unknown_name, nil],
      'output: hinges' => ['output: hinge', :unknown_name, 'rule table Hinges, output'], %q('not("elm")') => [%q('not("elms")'), :unknown_choice, nil],
      'policy: first' => ['policy: collect', :unknown_kind, nil], '"< 100,' => ['"< 100,,', :syntax, nil], '"-"], value: 4' => ['], value: 4', :missing_dimension, nil] }
      .each do |from, (to, code, place)|
      finding = plan(WIDTHS.sub(from, to)).errors.first

      refute_nil finding, to
      assert_equal code, finding.code, to
      assert_equal place, finding.place.to_s if place
    end
  end

  # A state by a rule table; it is known to the order, to what depends on it and to renames.
  def test_a_rule_table_builds_and_suppresses
    plan = Plan.of(Family::Edits.apply(side_frame, { 'do' => 'put_rule_table', 'rule_table' => {
                                         'name' => 'Holes', 'policy' => 'first', 'inputs' => ['windows.built'], 'outputs' => ['guide_holes.built', 'forbid'],
                                         'rows' => [{ 'tests' => ['yes'], 'values' => ['no', ''] }, { 'tests' => ['-'], 'values' => ['', 'No windows'] }]
                                       } }))
    assert_empty plan.errors
    plan.family.table('size').rows.each_index do |row|
      outcome = plan.outcome_at([row])
      assert_equal outcome.value('windows.built') ? [false, :rule] : [true, :default], [outcome.value('guide_holes.built'), outcome.decider('guide_holes.built').kind]
      assert_equal(outcome.value('windows.built'), outcome.findings.none? { |finding| finding.message == 'No windows' })
    end
    renamed = Family::Edits.apply(plan.family, { 'do' => 'rename_feature', 'name' => 'guide_holes', 'to' => 'bores' })
    assert_equal ['bores.built', 'forbid'], renamed.rule_tables.last.outputs
    back = { 'name' => 'Back', 'inputs' => ['guide_holes.built'], 'output' => 'windows.built', 'rows' => [{ 'tests' => ['yes'], 'value' => 'yes' }] }
    assert_includes Plan.of(Family::Edits.apply(plan.family, { 'do' => 'put_rule_table', 'rule_table' => back })).errors.map(&:code), :cycle
  end

  # A rule and a rule table that disagree are an error, like two rules.
  def test_a_rule_and_a_rule_table_that_disagree
    plan = plan("#{WIDTHS}rules:\n  - {name: Five, when: width > 950 mm, then: [{set: hinges, to: 5}]}\n")
    finding = plan.outcome(pick(answers: { 'width' => '1 m' })).findings.first

    assert_equal :rules_disagree, finding.code
    assert_match(/"Five" says 5, "Hinges" says 4/, finding.message)
  end

  # An output that goes takes its ranks along, and leaves the others theirs.
  def test_ranks_stay_with_their_outputs
    table = { 'name' => 'T', 'outputs' => %w[a b.built c], 'inputs' => ['d'], 'policy' => 'priority', 'priorities' => [%w[1 2], [], %w[5 4]],
              'rows' => [{ 'tests' => ['-'], 'values' => %w[1 yes 4] }] }
    family = Family.from_tree('name' => 'F', 'rule_tables' => [table], 'parameters' => %w[a c d].map { |name| { 'name' => name, 'kind' => 'number' } })
    left = Family::Edits::Removal.of(family) { |target| target == 'a' }.rule_tables.first
    assert_equal [%w[b.built c], [[], %w[5 4]], %w[yes 4]], [left.outputs, left.priorities, left.rows.first.values]
    alone = Family::Edits::Removal.of(family) { |target| target == 'c' }.rule_tables.first
    assert_equal [%w[a b.built], %w[1 2]], [alone.outputs, alone.priorities]
  end
end
